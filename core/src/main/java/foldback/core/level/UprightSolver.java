package foldback.core.level;

import foldback.core.level.GuideLine.Kind;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ejml.simple.SimpleEVD;
import org.ejml.simple.SimpleMatrix;

/**
 * Finds the upright that lines agree on. A plumb line's great circle goes through the zenith, so that its normal is across the upright; each
 * end of a horizon is across it as well. All these vectors together leave one direction: the eigenvector of the smallest eigenvalue
 * of the sum of their squares (as vanishing points are found, Collins and Weiss 1990). What it starts from is the best of all
 * directions that two of the vectors name, and lines that contradict it lose their weight (Tukey's biweight).
 */
public final class UprightSolver {
    private static final int ROUNDS = 20;
    /** Tukey's constant: 95% as good as least squares where nothing is wrong. */
    private static final double TUKEY = 4.685;
    /** The most that a line counts against a start, in squared sigmas. */
    private static final double MOST_COST = 9;
    /** Of two lines that contradict each other nobody can say which is wrong. */
    private static final int LEAST_TO_DOUBT = 3;

    private final LevelSettings settings;

    public UprightSolver(LevelSettings settings) {
        this.settings = settings;
    }

    /**
     * A vector across the upright.
     *
     * @param sigma by how much its angle to the upright may be off a right one, radians
     */
    private record Across(int line, Direction vector, double sigma) {}

    /**
     * Solves.
     *
     * @param lines at least one
     * @param before what was up before, kept wherever the lines say nothing else
     */
    public Upright solve(List<GuideLine> lines, Direction before) {
        List<Across> across = new ArrayList<>();
        for (int line = 0; line < lines.size(); line++) {
            across.addAll(across(line, lines.get(line), before));
        }
        double[] weights = new double[lines.size()];
        Direction up = start(across, before);
        for (int round = 0; round < ROUNDS; round++) {
            for (int line = 0; line < weights.length; line++) {
                weights[line] = lines.size() < LEAST_TO_DOUBT ? 1 : tukey(misfit(across, line, up));
            }
            up = fitted(across, weights, before, up);
        }
        List<Upright.Fit> fits = new ArrayList<>();
        for (int line = 0; line < weights.length; line++) {
            double[] others = weights.clone();
            others[line] = 0;
            double influence =
                    weights[line] == 0 ? 0 : fitted(across, others, before, up).angleTo(up);
            fits.add(new Upright.Fit(residual(across, line, up), influence, weights[line] == 0));
        }
        return new Upright(up, expected(across, weights, up), fits);
    }

    private List<Across> across(int line, GuideLine drawn, Direction before) {
        Direction normal = normal(drawn.points());
        Direction first = onCircle(drawn.points().get(0), normal);
        Direction last = onCircle(drawn.points().get(drawn.points().size() - 1), normal);
        double place = settings.placeRad();
        if (drawn.kind() == Kind.SEA) {
            double sigma = Math.hypot(place, settings.seaRad());
            return List.of(new Across(line, first, sigma), new Across(line, last, sigma));
        }
        // Both ends move the circle where it passes the zenith: the less, the longer the line is.
        double length = Math.sin(first.angleTo(last));
        double swing = Math.hypot(sine(last, before), sine(first, before)) / Math.max(Math.abs(length), 1e-3);
        return List.of(new Across(line, normal, Math.hypot(place * swing, settings.plumbRad())));
    }

    private static double sine(Direction a, Direction b) {
        return Math.sin(a.angleTo(b));
    }

    private static Direction normal(List<Direction> points) {
        if (points.size() == 2) {
            return points.get(0).cross(points.get(1));
        }
        SimpleMatrix sum = new SimpleMatrix(3, 3);
        points.forEach(point -> add(sum, point, 1));
        return smallest(sum);
    }

    private static Direction onCircle(Direction point, Direction normal) {
        return point.plus(normal, -point.dot(normal));
    }

    /** The best of the directions that one vector allows, or two name. */
    private Direction start(List<Across> across, Direction before) {
        Direction best = before;
        double least = cost(across, before);
        for (int i = 0; i < across.size(); i++) {
            Direction one = across.get(i).vector();
            List<Direction> named = new ArrayList<>();
            if (Math.abs(one.dot(before)) < settings.mostTurnSine()) {
                named.add(onCircle(before, one));
            }
            for (int k = 0; k < i; k++) {
                Direction other = across.get(k).vector();
                if (sine(one, other) > settings.leastAcrossSine()) {
                    named.add(one.cross(other));
                }
            }
            for (Direction candidate : named) {
                Direction up = towards(candidate, before);
                double cost = cost(across, up);
                if (cost < least) {
                    least = cost;
                    best = up;
                }
            }
        }
        return best;
    }

    private static double cost(List<Across> across, Direction up) {
        return across.stream()
                .mapToDouble(each -> {
                    double sigmas = angle(each, up) / each.sigma();
                    return Math.min(MOST_COST, sigmas * sigmas);
                })
                .sum();
    }

    private static double angle(Across across, Direction up) {
        return Math.asin(Math.max(-1, Math.min(1, across.vector().dot(up))));
    }

    private static double misfit(List<Across> across, int line, Direction up) {
        return of(across, line).stream()
                .mapToDouble(each -> Math.abs(angle(each, up)) / each.sigma())
                .max()
                .orElseThrow();
    }

    private static double residual(List<Across> across, int line, Direction up) {
        return of(across, line).stream()
                .mapToDouble(each -> Math.abs(angle(each, up)))
                .max()
                .orElseThrow();
    }

    private static List<Across> of(List<Across> across, int line) {
        return across.stream().filter(each -> each.line() == line).toList();
    }

    private static double tukey(double sigmas) {
        double share = sigmas / TUKEY;
        return share >= 1 ? 0 : (1 - share * share) * (1 - share * share);
    }

    private Direction fitted(List<Across> across, double[] weights, Direction before, Direction near) {
        SimpleMatrix sum = new SimpleMatrix(3, 3);
        for (Across each : across) {
            add(sum, each.vector(), weights[each.line()] / (each.sigma() * each.sigma()));
        }
        // What was up before is known, too, if badly: it decides what the lines leave open.
        double known = 1 / (settings.beforeRad() * settings.beforeRad());
        Direction side = before.perpendicular();
        add(sum, side, known);
        add(sum, before.cross(side), known);
        return towards(smallest(sum), near);
    }

    private double expected(List<Across> across, double[] weights, Direction up) {
        Direction east = up.perpendicular();
        Direction north = up.cross(east);
        double known = 1 / (settings.beforeRad() * settings.beforeRad());
        double ee = known;
        double nn = known;
        double en = 0;
        double misfits = 0;
        double counted = 0;
        for (Across each : across) {
            double weight = weights[each.line()] / (each.sigma() * each.sigma());
            double e = each.vector().dot(east);
            double n = each.vector().dot(north);
            ee += weight * e * e;
            nn += weight * n * n;
            en += weight * e * n;
            double angle = angle(each, up);
            misfits += weight * angle * angle;
            counted += weights[each.line()];
        }
        // Two numbers are solved for; lines that disagree more than drawn ones do say that more is wrong.
        double worse = counted > 2 ? Math.max(1, misfits / (counted - 2)) : 1;
        return Math.sqrt(worse * (ee + nn) / (ee * nn - en * en));
    }

    private static void add(SimpleMatrix sum, Direction vector, double weight) {
        double[] v = {vector.x(), vector.y(), vector.z()};
        IntStream.range(0, 9).forEach(k -> sum.set(k / 3, k % 3, sum.get(k / 3, k % 3) + weight * v[k / 3] * v[k % 3]));
    }

    private static Direction smallest(SimpleMatrix symmetric) {
        SimpleEVD<SimpleMatrix> values = symmetric.eig();
        int least = IntStream.range(0, 3)
                .boxed()
                .min((i, k) -> Double.compare(
                        values.getEigenvalue(i).getReal(),
                        values.getEigenvalue(k).getReal()))
                .orElseThrow();
        SimpleMatrix vector = values.getEigenVector(least);
        return new Direction(vector.get(0), vector.get(1), vector.get(2));
    }

    private static Direction towards(Direction axis, Direction side) {
        return axis.dot(side) < 0 ? new Direction(-axis.x(), -axis.y(), -axis.z()) : axis;
    }
}
