package foldback.web.bench;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.recipe.Sync;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.rig.Coverage;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.engine.gather.ClipHealths;
import foldback.engine.gather.FootageNotes;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What each stage of a take says of itself. */
final class Ledger {
    /** Size at which holes in the sphere are looked for. */
    private static final int COARSE_COLUMNS = 180;
    /** Share of the sphere from which on a hole is told. */
    private static final double LEAST_HOLE = 0.0005;

    private Ledger() {}

    /** @param canvas width of the project's */
    static List<LedgerRow> of(Recipe recipe, Take take, ClipHealths healths, int canvas) {
        return List.of(
                gather(recipe, take, healths, canvas),
                sync(recipe, take),
                rig(recipe, take),
                balance(recipe),
                seams(recipe.seams()),
                level(recipe.level()));
    }

    private static LedgerRow gather(Recipe recipe, Take take, ClipHealths healths, int canvas) {
        MediaInfo.Video first = take.clips().get(0).video();
        List<String> differing = FootageNotes.settings(take);
        int count = take.clips().size();
        String size = first.width() + " x " + first.height();
        List<String> damage = FootageNotes.damage(take, healths, take.commonSpan());
        List<String> rates = FootageNotes.rates(recipe, take);
        List<String> reasons = new ArrayList<>(damage);
        reasons.addAll(rates);
        reasons.addAll(differing);
        Optional<String> enlarged = FootageNotes.size(recipe, take.showing(recipe), new Canvas(canvas, canvas / 2));
        enlarged.ifPresent(reasons::add);
        boolean unchecked = take.clips().stream()
                .anyMatch(clip -> healths.of(clip.ref().sha256()).isEmpty());
        String figure = !damage.isEmpty()
                ? "footage damaged"
                : !rates.isEmpty() ? "other rate" : count + " clips " + (differing.isEmpty() ? "agree" : "differ");
        Evidence evidence = reasons.isEmpty()
                ? new Evidence(
                        Verdict.SURE,
                        "All clips have " + size + ", one frame rate and one set of colour tags"
                                + (unchecked
                                        ? "; they are still being looked through for damage."
                                        : ", and no damage."),
                        figure)
                : new Evidence(Verdict.CHECK, sentence(String.join("; ", reasons)), figure);
        List<LedgerRow.Bar> bars = take.clips().stream()
                .map(clip -> new LedgerRow.Bar(
                        clip.ref().slot(), clip.span().from(), clip.span().to(), damaged(clip, healths)))
                .toList();
        return LedgerRow.of("gather", "Gather", evidence, "bars", bars);
    }

    private static String sentence(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1) + ".";
    }

    /** Where a clip is damaged, in take time. */
    private static List<double[]> damaged(TakeClip clip, ClipHealths healths) {
        return healths.of(clip.ref().sha256()).stream()
                .flatMap(health -> health.damaged().stream())
                .map(range -> new double[] {
                    clip.ref().takeTime(range.fromSeconds()), clip.ref().takeTime(range.toSeconds())
                })
                .toList();
    }

    private static LedgerRow sync(Recipe recipe, Take take) {
        return LedgerRow.of("sync", "Sync", syncEvidence(recipe, take), "wave", List.of());
    }

    private static Evidence syncEvidence(Recipe recipe, Take take) {
        if (take.lensesByFile().size() == 1) {
            String reason =
                    recipe.clips().size() == 1 ? "One lens needs no other." : "One file: its lenses share a clock.";
            return new Evidence(Verdict.NOT_NEEDED, reason, "one clip");
        }
        double least = recipe.clips().stream()
                .mapToDouble(ClipRef::offsetSeconds)
                .min()
                .orElse(0);
        double most = recipe.clips().stream()
                .mapToDouble(ClipRef::offsetSeconds)
                .max()
                .orElse(0);
        String spread = String.format(Locale.ROOT, "starts %.2f s apart", most - least);
        Sync sync = recipe.sync();
        return switch (sync.source()) {
            case AS_IT_COMES ->
                new Evidence(Verdict.UNSETTLED, "The clips' offsets were not looked for yet.", "not found");
            case DECLARED -> new Evidence(Verdict.CHECK, "Taken as recorded in sync.", "as recorded");
            case BY_HAND -> new Evidence(Verdict.CHECK, "Set by hand.", spread);
            case TIMECODE -> new Evidence(Verdict.CHECK, "From the timecode in the files.", spread);
            case CLOCK -> new Evidence(Verdict.CHECK, "From the recorders' clocks: right to a second or two.", spread);
            case MEASURED ->
                sync.measure()
                        .map(m -> new Evidence(m.verdict(), m.reason(), spread))
                        .orElse(new Evidence(Verdict.CHECK, "Not measured.", spread));
        };
    }

    private static LedgerRow rig(Recipe recipe, Take take) {
        Evidence evidence =
                rigEvidence(recipe.geometry(), take.showing(recipe).clips().size());
        String reason = evidence.reason() + off(recipe.geometry().off());
        Verdict verdict = evidence.verdict();
        Coverage coverage = TakeRig.coverage(recipe, take, Rotation.IDENTITY, COARSE_COLUMNS);
        if (coverage.holeShare() > LEAST_HOLE) {
            reason += String.format(
                    Locale.ROOT,
                    " No lens sees %.1f%% of the sphere: the largest hole is %.0f\u00b0 across.",
                    100 * coverage.holeShare(),
                    Math.toDegrees(coverage.holes().get(0).acrossRad()));
            verdict = verdict == Verdict.SURE ? Verdict.CHECK : verdict;
        }
        String lane = take.clips().size() > 1 ? "curve" : "none";
        return LedgerRow.of("rig", "Rig", new Evidence(verdict, reason, evidence.figure()), lane, List.of());
    }

    private static Evidence rigEvidence(Geometry geometry, int lenses) {
        if (lenses == 1) {
            return new Evidence(Verdict.NOT_NEEDED, "One lens needs to fit no other.", "one lens");
        }
        if (geometry.measure().isEmpty()) {
            return new Evidence(
                    Verdict.CHECK, "Not measured on this take.", geometry.rig().name());
        }
        RigMeasure measure = geometry.measure().get();
        String figure = String.format(Locale.ROOT, "%.3f\u00b0 apart", Math.toDegrees(measure.restRad()));
        if (measure.pairs().isEmpty()) {
            return new Evidence(measure.verdict(), measure.reason(), "not solved");
        }
        if (!geometry.source().equals(Geometry.SOLVED)) {
            return new Evidence(
                    Verdict.CHECK,
                    "Changed since it was solved: " + geometry.source() + ".",
                    geometry.rig().name());
        }
        return geometry.pointsAreNewer()
                ? new Evidence(Verdict.CHECK, "The tie points are newer than the solution: solve from them.", figure)
                : new Evidence(measure.verdict(), measure.reason(), figure);
    }

    private static String off(List<String> slots) {
        return slots.isEmpty()
                ? ""
                : slots.size() == 1
                        ? " Lens " + slots.get(0) + " is off."
                        : " Lenses " + String.join(", ", slots) + " are off.";
    }

    private static LedgerRow balance(Recipe recipe) {
        String lane = recipe.showing().clips().size() > 1 ? "curve" : "none";
        return LedgerRow.of("balance", "Balance", balanceEvidence(recipe), lane, List.of());
    }

    private static Evidence balanceEvidence(Recipe recipe) {
        if (recipe.showing().clips().size() == 1) {
            return new Evidence(Verdict.NOT_NEEDED, "One lens differs from no other.", "one lens");
        }
        return recipe.balance()
                .measure()
                .map(measure -> new Evidence(
                        measure.verdict(),
                        measure.reason(),
                        String.format(Locale.ROOT, "%.2f stops left", measure.residualStops())))
                .orElseGet(() -> new Evidence(Verdict.UNSETTLED, "The lenses were not evened yet.", "not evened"));
    }

    private static LedgerRow seams(Seams seams) {
        double degrees = Math.toDegrees(seams.feather());
        String figure = degrees == 0 ? "hard cut" : String.format(Locale.ROOT, "feather %.1f°", degrees);
        return LedgerRow.of("seams", "Seams", new Evidence(Verdict.CHECK, "Not measured.", figure), "none", List.of());
    }

    private static LedgerRow level(Level level) {
        String figure = String.format(
                Locale.ROOT,
                "%.1f° %.1f° %.1f°",
                Math.toDegrees(level.yaw()) + 0.0,
                Math.toDegrees(level.pitch()) + 0.0,
                Math.toDegrees(level.roll()) + 0.0);
        return LedgerRow.of("level", "Level", new Evidence(Verdict.CHECK, "By eye.", figure), "none", List.of());
    }
}
