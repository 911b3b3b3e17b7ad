package foldback.engine.document;

import foldback.core.recipe.Sync;
import foldback.core.recipe.Sync.Source;
import foldback.core.recipe.SyncMeasure;
import foldback.core.run.Verdict;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

/** Where offsets come from, as JSON. */
final class SyncJson {
    private static final List<String> SOURCES =
            Arrays.stream(Source.values()).map(SyncJson::lower).toList();
    private static final List<String> VERDICTS =
            Arrays.stream(Verdict.values()).map(SyncJson::lower).toList();

    private SyncJson() {}

    static Sync read(Fields fields) {
        Source source = Source.valueOf(fields.oneOf("source", SOURCES).toUpperCase(Locale.ROOT));
        Optional<SyncMeasure> measure = Optional.empty();
        if (fields.has("measure")) {
            Fields m = fields.object("measure");
            measure = Optional.of(new SyncMeasure(
                    m.whole("algorithm", 1, 1000),
                    Verdict.valueOf(m.oneOf("verdict", VERDICTS).toUpperCase(Locale.ROOT)),
                    m.text("reason"),
                    m.number("residual_ms") / 1000));
            m.end();
        }
        fields.end();
        return new Sync(source, measure);
    }

    static void write(Sync sync, ObjectNode node) {
        node.put("source", lower(sync.source()));
        sync.measure()
                .ifPresent(m -> node.putObject("measure")
                        .put("algorithm", m.algorithm())
                        .put("verdict", lower(m.verdict()))
                        .put("reason", m.reason())
                        .put("residual_ms", Numbers.round(1000 * m.residualSeconds())));
    }

    private static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
