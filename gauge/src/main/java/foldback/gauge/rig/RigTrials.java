package foldback.gauge.rig;

import foldback.core.match.Moment;
import foldback.core.picture.Plane;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.gauge.Figure;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import java.util.stream.IntStream;

/**
 * Rigs solved from cards that are off, on sixty simulated ones of 2 to 8 lenses, one moment each, those of two lenses two moments: what
 * their noise leaves open along the axis is more than with any other rig. And the same clips mixed up, put in order with no card at all.
 */
public final class RigTrials {
    private static final int RIGS = 60;
    private static final long SEED = 2;
    private static final double FALSE_DEGREES = 0.25;
    private static final double CANVAS = 3840;
    private static final int BITS = 8;

    private RigTrials() {}

    /**
     * What became of one rig.
     *
     * @param degrees mapping error over the overlaps
     * @param farPx mismatch of far things, pixels of a canvas {@value #CANVAS} wide
     * @param ordered whether its mixed clips were put in order
     */
    private record Outcome(Verdict verdict, double degrees, double farPx, boolean ordered) {}

    public static List<Figure> measure(Consumer<String> news) {
        List<Outcome> outcomes = new ArrayList<>();
        // The next rig is filmed while this one is solved: neither keeps all cores busy all the time.
        CompletableFuture<List<Moment>> next = filmed(0);
        for (int n = 0; n < RIGS; n++) {
            List<Moment> moments = next.join();
            next = n + 1 < RIGS ? filmed(n + 1) : null;
            outcomes.add(trial(n, moments, news));
        }
        for (Verdict verdict : new Verdict[] {Verdict.SURE, Verdict.CHECK, Verdict.UNSETTLED}) {
            long count = outcomes.stream().filter(o -> o.verdict() == verdict).count();
            news.accept(count + " " + verdict.word());
        }
        long falseSures = outcomes.stream()
                .filter(o -> o.verdict() == Verdict.SURE && o.degrees() > FALSE_DEGREES)
                .count();
        double ordered = 100.0 * outcomes.stream().filter(Outcome::ordered).count() / RIGS;
        return List.of(
                new Figure(
                        "rig: mapping error, median",
                        Figure.percentile(outcomes, Outcome::degrees, 0.5),
                        "degrees",
                        Figure.Bar.AT_MOST,
                        0.05),
                new Figure(
                        "rig: mapping error, 95%",
                        Figure.percentile(outcomes, Outcome::degrees, 0.95), "degrees", Figure.Bar.AT_MOST, 0.12),
                new Figure(
                        "rig: mismatch of far things at 3840 wide, median",
                        Figure.percentile(outcomes, Outcome::farPx, 0.5),
                        "px",
                        Figure.Bar.AT_MOST,
                        0.7),
                new Figure("rig: false sures", falseSures, "", Figure.Bar.AT_MOST, 0),
                new Figure("rig: mixed clips put in order from nothing", ordered, "%", Figure.Bar.AT_LEAST, 95));
    }

    private static CompletableFuture<List<Moment>> filmed(int n) {
        return CompletableFuture.supplyAsync(() -> {
            RigScene scene = RigScene.make(n, SEED);
            Moment first = new Moment(scene.shoot(), BITS);
            return scene.truth().lenses().size() > 2
                    ? List.of(first)
                    : List.of(first, new Moment(scene.carried().shoot(), BITS));
        });
    }

    private static Outcome trial(int n, List<Moment> moments, Consumer<String> news) {
        RigScene scene = RigScene.make(n, SEED);
        Rig card = scene.card();
        long begun = System.nanoTime();
        RigFinder.Found found = RigFinder.fromCard(card, moments, SolveSettings.defaults(), Run.QUIET);
        double seconds = (System.nanoTime() - begun) / 1e9;
        double before =
                Math.toDegrees(MappingError.overOverlaps(card, scene.truth()).rms());
        MappingError error = MappingError.overOverlaps(found.rig(), scene.truth());
        double degrees = Math.toDegrees(error.rms());
        double far = FarMismatch.median(found.rig(), scene.truth()) * CANVAS / (2 * Math.PI);
        boolean ordered = isOrdered(card, moments.get(0).lumas(), n);
        news.accept(String.format(
                Locale.ROOT,
                "%d: %d lenses, card off by %.2f, solved to %.3f degrees (95%% %.3f), far things %.2f px, %d points, %s, %.1f s,"
                        + " %s; %s",
                n,
                card.lenses().size(),
                before,
                degrees,
                Math.toDegrees(error.most()),
                far,
                found.points().size(),
                found.judgement().verdict().word(),
                seconds,
                ordered ? "in order" : "out of order",
                found.judgement().reason()));
        return new Outcome(found.judgement().verdict(), degrees, far, ordered);
    }

    /** Whether mixed clips go around the rig as they truly do; which of them is the first nobody can know. */
    private static boolean isOrdered(Rig card, List<Plane> lumas, int n) {
        int count = lumas.size();
        List<Integer> mixed = new ArrayList<>(IntStream.range(0, count).boxed().toList());
        Collections.shuffle(mixed, new Random(SEED * 31 + n));
        List<Plane> clips = mixed.stream().map(lumas::get).toList();
        int[] order = RigFinder.start(card, List.of(new Moment(clips, BITS)), Run.QUIET)
                .clips();
        int first = mixed.get(order[0]);
        return IntStream.range(0, count).allMatch(k -> mixed.get(order[k]) == (first + k) % count);
    }
}
