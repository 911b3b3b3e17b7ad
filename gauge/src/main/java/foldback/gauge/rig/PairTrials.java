package foldback.gauge.rig;

import foldback.core.match.Moment;
import foldback.core.rig.MappingError;
import foldback.core.run.Run;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.gauge.Figure;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.ToDoubleFunction;

/**
 * Pairs of lenses: on a stand that tells nothing of the inside of the lenses, turned on it, and carried on while they turn. How far the solve
 * is off over the whole lens and over the overlaps, and whether it is ever worse than the card that it began with.
 */
public final class PairTrials {
    private static final int PAIRS = 12;
    private static final long SEED = 3;
    private static final int BITS = 8;
    /** What a solve may end above its card, degrees. */
    private static final double WORSE = 0.02;
    /** How many times what is stated errors may be, root mean square. */
    private static final double STATED = 1.4;

    /** How those that turn do so from moment to moment, degrees of yaw, pitch and roll. */
    private static final double[][] TURNS = {{24, 3, -2}, {52, -2, 4}};

    /** How those that are carried on go on, metres. */
    private static final double[][] WAYS = {{0.3, 0.02, 0.35}, {0.5, -0.03, 0.8}};

    private PairTrials() {}

    /**
     * What became of one pair, degrees.
     *
     * @param lens over the whole lens
     * @param overlap over what both see
     * @param worse how far it ended above its card, whole lens or overlaps
     * @param overStated what the lenses truly disagree by on far things, root mean square, over what the solve says to expect
     * @param lensOverStated the error over the whole lens over what it says to expect of that
     */
    private record Outcome(double lens, double overlap, double worse, double overStated, double lensOverStated) {}

    public static List<Figure> measure(Consumer<String> news) {
        List<Outcome> ofTheKind = new ArrayList<>();
        List<Outcome> ofTheUnit = new ArrayList<>();
        List<Outcome> turned = new ArrayList<>();
        List<Outcome> walked = new ArrayList<>();
        for (int n = 0; n < PAIRS; n++) {
            RigScene scene = PairScene.make(n, PairScene.Card.OF_THE_KIND, SEED);
            List<Moment> moments = List.of(
                    new Moment(scene.shoot(), BITS), new Moment(scene.carried().shoot(), BITS));
            ofTheKind.add(trial(n, "kind", scene, moments, List.of(), SolveSettings.defaults(), news));
            RigScene unit = PairScene.make(n, PairScene.Card.OF_THE_UNIT, SEED);
            ofTheUnit.add(trial(n, "unit", unit, moments, List.of(), SolveSettings.refining(), news));
            List<Moment> first = List.of(new Moment(scene.shootWhole(), BITS));
            turned.add(trial(n, "turned", scene, first, moved(scene, 0), SolveSettings.defaults(), news));
            walked.add(trial(n, "walked", scene, first, moved(scene, 1), SolveSettings.defaults(), news));
        }
        List<Figure> figures = new ArrayList<>();
        figures.addAll(errors("pairs", ofTheKind, 0.15, 0.3));
        figures.addAll(errors("pairs, turned", turned, 0.06, 0.15));
        figures.addAll(errors("pairs, walked", walked, 0.06, 0.15));
        figures.addAll(List.of(
                figure(
                        "pairs: above the card of the kind, worst",
                        Figure.percentile(ofTheKind, Outcome::worse, 1),
                        WORSE),
                figure(
                        "pairs: above the card of the unit, worst",
                        Figure.percentile(ofTheUnit, Outcome::worse, 1),
                        WORSE),
                stated("pairs: far things over what is stated, RMS", ofTheKind, Outcome::overStated),
                stated("pairs: the same, of cards of the unit", ofTheUnit, Outcome::overStated),
                stated("pairs: the whole lens over what is stated, RMS", ofTheKind, Outcome::lensOverStated),
                stated("pairs: the same, of cards of the unit", ofTheUnit, Outcome::lensOverStated),
                stated("pairs: the same, turned", turned, Outcome::lensOverStated),
                stated("pairs: the same, walked", walked, Outcome::lensOverStated)));
        return figures;
    }

    /**
     * Over the lens and over the overlaps, which all kinds have the same bars for.
     *
     * @param median the bar of the median over the lens, degrees
     * @param most that of 95%
     */
    private static List<Figure> errors(String kind, List<Outcome> outcomes, double median, double most) {
        return List.of(
                figure(kind + ": over the lens, median", Figure.percentile(outcomes, Outcome::lens, 0.5), median),
                figure(kind + ": over the lens, 95%", Figure.percentile(outcomes, Outcome::lens, 0.95), most),
                figure(kind + ": over the overlaps, median", Figure.percentile(outcomes, Outcome::overlap, 0.5), 0.05),
                figure(kind + ": over the overlaps, 95%", Figure.percentile(outcomes, Outcome::overlap, 0.95), 0.12));
    }

    private static Figure figure(String name, double degrees, double limit) {
        return new Figure(name, degrees, "degrees", Figure.Bar.AT_MOST, limit);
    }

    /** @param carried how far along their ways, as a share */
    private static List<Moment> moved(RigScene scene, double carried) {
        List<Moment> moments = new ArrayList<>();
        for (int n = 0; n < TURNS.length; n++) {
            double[] turn = TURNS[n];
            double[] way = WAYS[n];
            RigScene there = scene.turned(
                    Rotation.ofYawPitchRoll(Math.toRadians(turn[0]), Math.toRadians(turn[1]), Math.toRadians(turn[2])),
                    new Position(carried * way[0], carried * way[1], carried * way[2]),
                    n + 1);
            moments.add(new Moment(there.shootWhole(), BITS));
        }
        return moments;
    }

    private static Outcome trial(
            int n,
            String kind,
            RigScene scene,
            List<Moment> moments,
            List<Moment> turned,
            SolveSettings settings,
            Consumer<String> news) {
        RigFinder.Found found = RigFinder.fromCard(scene.card(), moments, turned, settings, Run.QUIET);
        double cardLens = degrees(MappingError.overLenses(scene.card(), scene.truth()));
        double cardOverlap = degrees(MappingError.overOverlaps(scene.card(), scene.truth()));
        double lens = degrees(MappingError.overLenses(found.rig(), scene.truth()));
        double overlap = degrees(MappingError.overOverlaps(found.rig(), scene.truth()));
        double mismatch = FarMismatch.rms(found.rig(), scene.truth());
        double stated =
                found.result().map(result -> result.uncertainty().mismatchRad()).orElse(Double.NaN);
        double lensStated =
                found.result().map(result -> result.uncertainty().lensRad()).orElse(Double.NaN);
        news.accept(String.format(
                Locale.ROOT,
                "%d %s: lens %.3f -> %.3f (%.3f stated), overlaps %.3f -> %.3f degrees, far things %.3f apart (%.3f stated), focal off %.2f%%,"
                        + " %d points, %s",
                n,
                kind,
                cardLens,
                lens,
                Math.toDegrees(lensStated),
                cardOverlap,
                overlap,
                Math.toDegrees(mismatch),
                Math.toDegrees(stated),
                100 * (found.rig().meanFocalPx() / scene.truth().meanFocalPx() - 1),
                found.points().size(),
                found.judgement().verdict().word()));
        return new Outcome(
                lens,
                overlap,
                Math.max(lens - cardLens, overlap - cardOverlap),
                mismatch / stated,
                Math.toRadians(lens) / lensStated);
    }

    private static Figure stated(String name, List<Outcome> outcomes, ToDoubleFunction<Outcome> of) {
        double meanSquare = outcomes.stream()
                .mapToDouble(of)
                .map(ratio -> ratio * ratio)
                .average()
                .orElseThrow();
        return new Figure(name, Math.sqrt(meanSquare), "", Figure.Bar.AT_MOST, STATED);
    }

    private static double degrees(MappingError error) {
        return Math.toDegrees(error.rms());
    }
}
