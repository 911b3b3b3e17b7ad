package foldback.gauge.rig;

import foldback.core.picture.Plane;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.solve.Moment;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.gauge.Figure;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;

/** Rigs solved from cards that are off, on sixty simulated ones of 2 to 8 lenses, one moment each. */
public final class RigTrials {
    private static final int RIGS = 60;
    private static final long SEED = 2;
    private static final double FALSE_DEGREES = 0.25;

    private RigTrials() {}

    private record Outcome(Verdict verdict, double degrees) {}

    public static List<Figure> measure(Consumer<String> news) {
        List<Outcome> outcomes = new ArrayList<>();
        // The next rig is filmed while this one is solved: neither keeps all cores busy all the time.
        CompletableFuture<List<Plane>> next = filmed(0);
        for (int n = 0; n < RIGS; n++) {
            List<Plane> lumas = next.join();
            next = n + 1 < RIGS ? filmed(n + 1) : null;
            outcomes.add(trial(n, lumas, news));
        }
        double[] sorted =
                outcomes.stream().mapToDouble(Outcome::degrees).sorted().toArray();
        for (Verdict verdict : new Verdict[] {Verdict.SURE, Verdict.CHECK, Verdict.UNSETTLED}) {
            long count = outcomes.stream().filter(o -> o.verdict() == verdict).count();
            news.accept(count + " " + verdict.word());
        }
        long falseSures = outcomes.stream()
                .filter(o -> o.verdict() == Verdict.SURE && o.degrees() > FALSE_DEGREES)
                .count();
        return List.of(
                new Figure("rig: mapping error, median", sorted[RIGS / 2], "degrees", Figure.Bar.AT_MOST, 0.05),
                new Figure("rig: mapping error, 95%", sorted[(int) (0.95 * RIGS)], "degrees", Figure.Bar.AT_MOST, 0.12),
                new Figure("rig: false sures", falseSures, "", Figure.Bar.AT_MOST, 0));
    }

    private static CompletableFuture<List<Plane>> filmed(int n) {
        return CompletableFuture.supplyAsync(() -> RigScene.make(n, SEED).shoot());
    }

    private static Outcome trial(int n, List<Plane> lumas, Consumer<String> news) {
        RigScene scene = RigScene.make(n, SEED);
        Rig card = scene.card();
        long begun = System.nanoTime();
        RigFinder.Found found =
                RigFinder.fromCard(card, List.of(new Moment(lumas, 8)), SolveSettings.defaults(), Run.QUIET);
        double seconds = (System.nanoTime() - begun) / 1e9;
        double before =
                Math.toDegrees(MappingError.overOverlaps(card, scene.truth()).rms());
        MappingError error = MappingError.overOverlaps(found.rig(), scene.truth());
        double degrees = Math.toDegrees(error.rms());
        news.accept(String.format(
                Locale.ROOT,
                "%d: %d lenses, card off by %.2f, solved to %.3f degrees (95%% %.3f) from %d points, %s, %.1f s; %s",
                n,
                lumas.size(),
                before,
                degrees,
                Math.toDegrees(error.most()),
                found.points().size(),
                found.evidence().verdict().word(),
                seconds,
                found.evidence().reason()));
        return new Outcome(found.evidence().verdict(), degrees);
    }
}
