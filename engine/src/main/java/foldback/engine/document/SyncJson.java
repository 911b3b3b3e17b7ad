package foldback.engine.document;

import static foldback.engine.form.Forms.flag;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.set;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.recipe.sync.SoundRecording;
import foldback.core.recipe.sync.Sync;
import foldback.core.recipe.sync.SyncDrift;
import foldback.core.recipe.sync.SyncMeasure;
import foldback.core.recipe.sync.SyncPair;
import foldback.core.run.Verdict;
import foldback.core.sync.SyncReason;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;
import java.util.List;
import java.util.Set;

/** Where offsets come from, as JSON. */
public final class SyncJson {
    private static final double MOST_MS = 1e9;
    /** Of shares that lie between 0 and 1 where all is well. */
    private static final double MOST_SHARE = 1000;

    private static final double MOST_DRIFT = 1000;

    private static final ObjectForm<SyncDrift> DRIFT = ObjectForm.of(fields -> {
        var slot = fields.required("slot", text(), SyncDrift::slot);
        var sigma = fields.required("sigma_ppm", number(0, MOST_MS).described("standard error"), SyncDrift::sigmaPpm);
        return read -> new SyncDrift(read.get(slot), read.get(sigma));
    });

    private static final ObjectForm<SyncPair> PAIR = ObjectForm.of(fields -> {
        var first = fields.required("first", text().described("slot"), SyncPair::first);
        var second = fields.required("second", text().described("slot"), SyncPair::second);
        var clue = fields.required("clue", oneOf(Clue.class), SyncPair::clue);
        var belief = fields.required("belief", oneOf(Belief.class), SyncPair::belief);
        var used = fields.required("used", flag(), SyncPair::used);
        var residual = fields.required(
                "residual_ms",
                milliseconds(-MOST_MS).described("by how much it disagrees with the result"),
                SyncPair::residualSeconds);
        var share = fields.required(
                "share", share().described("of the sound, motion or light that both have, 0 to 1"), SyncPair::share);
        var rival = fields.required(
                "rival", share().described("how nearly another offset explains the same, 0 to 1"), SyncPair::rival);
        var witnesses = fields.required("witnesses", whole(0, Integer.MAX_VALUE), SyncPair::witnesses);
        var agreeing = fields.required("agreeing", share(), SyncPair::agreeing);
        return read -> new SyncPair(
                read.get(first),
                read.get(second),
                read.get(clue),
                read.get(belief),
                read.get(used),
                read.get(residual),
                read.get(share),
                read.get(rival),
                read.get(witnesses),
                read.get(agreeing));
    });

    private static final ObjectForm<SyncMeasure> MEASURE = ObjectForm.of(fields -> {
        var algorithm = fields.required("algorithm", whole(1, 1000), SyncMeasure::algorithm);
        var verdict = fields.required("verdict", oneOf(Verdict.class), SyncMeasure::verdict);
        var reasons = fields.required("reasons", ReasonJson.of(SyncReason.class), SyncMeasure::reasons);
        var residual = fields.required("residual_ms", milliseconds(0), SyncMeasure::residualSeconds);
        var pairs = fields.assumed(
                "pairs",
                list(PAIR).described("what each two clips said of their offset"),
                List.of(),
                SyncMeasure::pairs);
        var drifts = fields.assumed(
                "drifts",
                list(DRIFT).described("how well the rates of the clips' clocks are known"),
                List.of(),
                SyncMeasure::drifts);
        return read -> new SyncMeasure(
                read.get(algorithm),
                read.get(verdict),
                read.get(reasons),
                read.get(residual),
                read.get(pairs),
                read.get(drifts));
    });

    private static final ObjectForm<SoundRecording> RECORDING = ObjectForm.of(fields -> {
        var file = fields.required(
                "file", text().described("below the media folder or a footage folder"), SoundRecording::file);
        var sha256 = fields.required("sha256", text(), SoundRecording::sha256);
        var offset = fields.required(
                "offset_seconds",
                number(-MOST_MS, MOST_MS).described("take time of its beginning"),
                SoundRecording::offsetSeconds);
        var drift = fields.unusual(
                "drift_ppm",
                number(-MOST_DRIFT, MOST_DRIFT).described("by how much its second is longer than the take's"),
                0.0,
                SoundRecording::driftPpm);
        var verdict = fields.optional(
                "verdict",
                oneOf(Verdict.class).described("of what placed it; none where somebody did"),
                SoundRecording::verdict);
        return read -> new SoundRecording(
                read.get(file), read.get(sha256), read.get(offset), read.get(drift), read.get(verdict));
    });

    public static final SectionForm<Sync> FORM = new SectionForm<>(Sync.SECTION, ObjectForm.of(fields -> {
        var source = fields.required("source", oneOf(Sync.Source.class), Sync::source);
        var measure = fields.optional("measure", MEASURE, Sync::measure);
        var locked = fields.unusual(
                "locked",
                set(text()).described("slots whose clips keep their places when offsets are found"),
                Set.of(),
                Sync::locked);
        var recording = fields.optional(
                "recording", RECORDING.described("sound that was recorded beside the lenses"), Sync::recording);
        return read -> new Sync(read.get(source), read.get(measure), read.get(locked), read.get(recording));
    }));

    private SyncJson() {}

    private static Form<Double> milliseconds(double least) {
        return number(least, MOST_MS).as(ms -> ms / 1000, seconds -> 1000 * seconds);
    }

    private static Form<Double> share() {
        return number(-MOST_SHARE, MOST_SHARE);
    }
}
