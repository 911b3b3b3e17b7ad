package foldback.engine.document;

import static foldback.engine.document.Numbers.lower;

import foldback.core.recipe.Sync;
import foldback.core.recipe.Sync.Source;
import foldback.core.recipe.SyncDrift;
import foldback.core.recipe.SyncMeasure;
import foldback.core.recipe.SyncPair;
import foldback.core.run.Verdict;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Where offsets come from, as JSON. */
public final class SyncJson {
    public static final SectionForm<Sync> FORM = new SectionForm<>(Sync.SECTION, SyncJson::read, SyncJson::write);

    private static final double MOST_MS = 1e9;

    private SyncJson() {}

    private static Sync read(Fields fields) {
        Source source = fields.oneOf(Source.class, "source");
        Optional<SyncMeasure> measure =
                fields.has("measure") ? Optional.of(measure(fields.object("measure"))) : Optional.empty();
        Set<String> locked = fields.has("locked") ? Set.copyOf(fields.texts("locked")) : Set.of();
        return new Sync(source, measure, locked);
    }

    private static SyncMeasure measure(Fields m) {
        SyncMeasure measure = new SyncMeasure(
                m.whole("algorithm", 1, 1000),
                m.oneOf(Verdict.class, "verdict"),
                m.text("reason"),
                m.number("residual_ms", 0, MOST_MS) / 1000,
                m.has("pairs") ? m.list("pairs", SyncJson::pair) : List.of(),
                m.has("drifts") ? m.list("drifts", SyncJson::drift) : List.of());
        m.end();
        return measure;
    }

    private static SyncDrift drift(Fields d) {
        SyncDrift drift = new SyncDrift(d.text("slot"), d.number("sigma_ppm", 0, MOST_MS));
        d.end();
        return drift;
    }

    private static SyncPair pair(Fields p) {
        SyncPair pair = new SyncPair(
                p.text("first"),
                p.text("second"),
                p.oneOf(Clue.class, "clue"),
                p.oneOf(Belief.class, "belief"),
                p.flag("used"),
                p.number("residual_ms", -MOST_MS, MOST_MS) / 1000,
                p.number("share", -1000, 1000),
                p.number("rival", -1000, 1000),
                p.whole("witnesses", 0, Integer.MAX_VALUE),
                p.number("agreeing", -1000, 1000));
        p.end();
        return pair;
    }

    private static void write(Sync sync, ObjectNode node) {
        node.put("source", lower(sync.source()));
        sync.measure().ifPresent(m -> {
            ObjectNode measure = node.putObject("measure")
                    .put("algorithm", m.algorithm())
                    .put("verdict", lower(m.verdict()))
                    .put("reason", m.reason())
                    .put("residual_ms", Numbers.round(1000 * m.residualSeconds()));
            ArrayNode pairs = measure.putArray("pairs");
            m.pairs().forEach(pair -> write(pair, pairs.addObject()));
            ArrayNode drifts = measure.putArray("drifts");
            m.drifts()
                    .forEach(drift -> drifts.addObject()
                            .put("slot", drift.slot())
                            .put("sigma_ppm", Numbers.round(drift.sigmaPpm())));
        });
        if (!sync.locked().isEmpty()) {
            ArrayNode locked = node.putArray("locked");
            sync.locked().stream().sorted().forEach(locked::add);
        }
    }

    private static void write(SyncPair pair, ObjectNode node) {
        node.put("first", pair.first())
                .put("second", pair.second())
                .put("clue", lower(pair.clue()))
                .put("belief", lower(pair.belief()))
                .put("used", pair.used())
                .put("residual_ms", Numbers.round(1000 * pair.residualSeconds()))
                .put("share", Numbers.round(pair.share()))
                .put("rival", Numbers.round(pair.rival()))
                .put("witnesses", pair.witnesses())
                .put("agreeing", Numbers.round(pair.agreeing()));
    }
}
