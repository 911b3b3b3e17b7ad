package foldback.gauge.steady;

import foldback.core.level.GuideLine;
import foldback.core.level.GuideLine.Kind;
import foldback.core.level.LevelSettings;
import foldback.core.level.Upright;
import foldback.core.level.UprightSolver;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.gauge.Figure;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** A leaning picture put upright by six plumb lines, of which one lies along something that leans by itself: what is left, against truth. */
public final class LevelTrials {
    private static final int TRIALS = 1000;
    private static final int LINES = 6;
    /** A pixel of a whole sphere 3840 wide, and a third of one, as who zooms in draws. */
    private static final double COARSE = Math.toRadians(360.0 / 3840);

    private static final double ZOOMED = COARSE / 3;

    private LevelTrials() {}

    /**
     * What became of a picture.
     *
     * @param offRad how far what is taken for upright is from it
     * @param expectedRad how far it said
     * @param named whether the wrong line, and no other, was named
     */
    private record Outcome(double offRad, double expectedRad, boolean named) {
        double degrees() {
            return Math.toDegrees(offRad);
        }
    }

    public static List<Figure> measure() {
        List<Outcome> zoomed = trials(ZOOMED);
        List<Outcome> coarse = trials(COARSE);
        return List.of(
                off("drawn zoomed in, median", zoomed, 0.5, 0.1),
                off("drawn zoomed in, 95%", zoomed, 0.95, 0.1),
                off("drawn on the whole sphere, median", coarse, 0.5, 0.1),
                off("drawn on the whole sphere, 95%", coarse, 0.95, 0.1),
                new Figure(
                        "level: the line that is wrong is named",
                        zoomed.stream().filter(Outcome::named).count() / (double) TRIALS,
                        "share",
                        Figure.Bar.AT_LEAST,
                        0.95),
                new Figure(
                        "level: error over what was expected, drawn on the whole sphere",
                        Math.sqrt(coarse.stream()
                                .mapToDouble(each -> Math.pow(each.offRad() / each.expectedRad(), 2))
                                .average()
                                .orElseThrow()),
                        "ratio",
                        Figure.Bar.AT_MOST,
                        1.4));
    }

    private static Figure off(String what, List<Outcome> outcomes, double share, double bar) {
        return new Figure(
                "level: " + what,
                Figure.percentile(outcomes, Outcome::degrees, share),
                "degrees",
                Figure.Bar.AT_MOST,
                bar);
    }

    private static List<Outcome> trials(double drawnRad) {
        return IntStream.range(0, TRIALS).mapToObj(n -> trial(n, drawnRad)).toList();
    }

    private static Outcome trial(int number, double drawnRad) {
        SplittableRandom random = new SplittableRandom(number);
        Rotation lean = Rotation.ofYawPitchRoll(
                2 * Math.PI * random.nextDouble(),
                Math.toRadians(random.nextDouble(-15, 15)),
                Math.toRadians(random.nextDouble(-15, 15)));
        int wrong = random.nextInt(LINES);
        List<GuideLine> lines = new ArrayList<>();
        for (int i = 0; i < LINES; i++) {
            double leaning = Math.toRadians(i == wrong ? random.nextDouble(2, 10) : 0.05 * random.nextGaussian());
            Rotation there = lean.times(Rotation.ofYawPitchRoll(2 * Math.PI * random.nextDouble(), 0, 0))
                    .times(Rotation.about(0, 0, 1, leaning));
            double low = Math.toRadians(random.nextDouble(-30, -5));
            double high = Math.toRadians(random.nextDouble(10, 40));
            lines.add(new GuideLine(
                    Kind.PLUMB, List.of(drawn(there, low, drawnRad, random), drawn(there, high, drawnRad, random))));
        }
        Upright found = new UprightSolver(LevelSettings.DEFAULT).solve(lines, Direction.UP);
        boolean named = found.fits().get(wrong).disagrees() && found.agreeing() == LINES - 1;
        return new Outcome(found.up().angleTo(lean.apply(Direction.UP)), found.expectedRad(), named);
    }

    private static Direction drawn(Rotation there, double pitch, double offRad, SplittableRandom random) {
        Direction at = Direction.ofYawPitch(offRad * random.nextGaussian(), pitch + offRad * random.nextGaussian());
        return there.apply(at);
    }
}
