package foldback.core.seam.guard;

import foldback.core.rig.Rig;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamStrip;
import foldback.core.seam.StillArea;
import foldback.core.space.Direction;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;

/**
 * Seams that go round guards. Where two guards want one seam on two sides, the earlier one in the list wins. Safe for many threads.
 */
public final class GuardedSeams implements SeamMoves {
    /** Far more than lenses overlap: what cannot be seen is known by the weights. */
    private static final double REACH_RAD = Math.toRadians(60);
    /** Columns of strips: moves are smooth. */
    private static final double STEP_RAD = Math.toRadians(0.25);

    private static final SeamSettings STRIPS = new SeamSettings(
            STEP_RAD,
            REACH_RAD,
            SeamSettings.DEFAULT.nearestMetres(),
            SeamSettings.DEFAULT.leastBaselineMetres(),
            0,
            0,
            SeamSettings.DEFAULT.noiseCodes());

    /** How steeply a seam leaves its usual place, and comes back. */
    private static final double SLOPE = 0.7;

    /** Seams are followed by nodes: so far beside a guard nothing of it is cut. */
    private static final double CLEARANCE_RAD = Math.toRadians(0.3);

    private static final int OUTLINE = 240;
    /** Between moments at which it is looked where seams are moved, seconds. */
    private static final double LOOK_SECONDS = 1 / 60.0;

    private final List<SeamStrip> strips;
    private final List<Kept> guards;
    /** The way that seams take elsewhere; none where that is the usual one. */
    private final SeamMoves elsewhere;

    private final double ramp;
    /** What does not change over time, or null. */
    private final List<float[]> still;
    /** By strip, which columns are moved at any time; found when first asked for. */
    private volatile boolean[][] reached;

    private record Kept(Guard guard, int lens) {}

    /**
     * Seams of a rig.
     *
     * @param meetingMetres where its lenses' pictures agree; infinite for far
     * @param guards whose lenses are in the rig, if they name one; others guard nothing
     * @param ramp full width over which lenses fade into each other, radians: it stays outside of guards
     */
    public GuardedSeams(Rig rig, double meetingMetres, List<Guard> guards, double ramp) {
        this(rig, stripsOf(rig, meetingMetres), guards, ramp, SeamMoves.NONE);
    }

    /**
     * The same with strips that were made by {@link #stripsOf} for the rig.
     *
     * @param elsewhere the way that seams take where no guard moves them, of the same strips
     */
    public GuardedSeams(Rig rig, List<SeamStrip> strips, List<Guard> guards, double ramp, SeamMoves elsewhere) {
        this.strips = strips;
        this.elsewhere = elsewhere;
        this.ramp = ramp;
        List<Kept> known = new ArrayList<>();
        for (Guard guard : guards) {
            int lens = keeper(rig, guard);
            if (lens >= 0) {
                known.add(new Kept(guard, lens));
            }
        }
        this.guards = known;
        still = elsewhere == SeamMoves.NONE && guards.stream().allMatch(Guard::isStill) ? find(0, List.of()) : null;
    }

    /** The overlaps of a rig as they are needed here. */
    public static List<SeamStrip> stripsOf(Rig rig, double meetingMetres) {
        return SeamStrip.of(rig, meetingMetres, STRIPS);
    }

    /** The number of the lens that keeps a guard, or -1 where it is not in the rig. */
    public static int keeper(Rig rig, Guard guard) {
        int best = -1;
        double least = Double.POSITIVE_INFINITY;
        Direction middle = guard.firstMiddle();
        for (int lens = 0; lens < rig.lenses().size(); lens++) {
            double angle = rig.lenses()
                    .get(lens)
                    .rigFromLens()
                    .apply(Direction.FORWARD)
                    .angleTo(middle);
            double cost = angle / rig.lenses().get(lens).lens().halfField();
            boolean wanted =
                    guard.lens().map(rig.lenses().get(lens).slot()::equals).orElse(cost < least);
            if (wanted) {
                best = lens;
                least = cost;
            }
        }
        return best;
    }

    @Override
    public List<SeamStrip> strips() {
        return strips;
    }

    /** What is not to be warped at a take time: guards, for the lenses that keep them. */
    public List<StillArea> areas(double seconds) {
        return guards.stream()
                .<StillArea>map(kept -> new KeptArea(kept.lens, kept.guard.at(seconds)))
                .toList();
    }

    @Override
    public List<float[]> at(double seconds) {
        return still != null ? still : find(seconds, elsewhere.at(seconds));
    }

    /** @param usual where seams lie without guards, by strip; empty for the usual place */
    private List<float[]> find(double seconds, List<float[]> usual) {
        List<float[]> moves = new ArrayList<>();
        for (int s = 0; s < strips.size(); s++) {
            SeamStrip strip = strips.get(s);
            float[] move =
                    usual.isEmpty() ? new float[strip.columns()] : usual.get(s).clone();
            for (int n = guards.size() - 1; n >= 0; n--) {
                Kept kept = guards.get(n);
                GuardArea area = kept.guard.at(seconds);
                if (area.strength() > 0 && (kept.lens == strip.first() || kept.lens == strip.second())) {
                    // Counted towards the lens that keeps it, so that its seam lies below.
                    goRound(strip, area, kept.lens == strip.first() ? 1 : -1, move);
                }
            }
            moves.add(move);
        }
        return moves;
    }

    private void goRound(SeamStrip strip, GuardArea area, int sign, float[] move) {
        float[] below = lowest(strip, area.outline(OUTLINE, ramp / 2 + CLEARANCE_RAD), sign);
        slope(below, (float) (SLOPE * strip.alongStepRad()), strip.isRing());
        float end = (float) strip.across(strip.rows() - 0.5);
        for (int column = 0; column < move.length; column++) {
            float now = sign * move[column];
            float wanted = Math.max(-end, Math.min(now, below[column]));
            move[column] = (float) (sign * (now + area.strength() * (wanted - now)));
        }
    }

    /** By column, how far an outline reaches from the lens that keeps it; infinite where it does not reach. */
    private static float[] lowest(SeamStrip strip, List<Direction> outline, int sign) {
        float[] below = new float[strip.columns()];
        Arrays.fill(below, Float.POSITIVE_INFINITY);
        int around = (int) Math.round(2 * Math.PI / strip.alongStepRad());
        double[] columns = new double[outline.size()];
        double[] across = new double[outline.size()];
        for (int n = 0; n < columns.length; n++) {
            columns[n] = strip.columnOf(outline.get(n));
            across[n] = sign * strip.acrossOf(outline.get(n));
        }
        for (int n = 0; n < columns.length; n++) {
            int next = (n + 1) % columns.length;
            // The short way round.
            double by = columns[next] - columns[n];
            by -= around * Math.rint(by / around);
            int steps = 1 + (int) Math.ceil(Math.abs(by));
            for (int step = 0; step <= steps; step++) {
                double share = (double) step / steps;
                int column = Math.floorMod((int) Math.round(columns[n] + share * by), around);
                if (column < below.length) {
                    double there = across[n] + share * (across[next] - across[n]);
                    below[column] = Math.min(below[column], (float) there);
                }
            }
        }
        return below;
    }

    /** Values rise by no more than so much from one to the next. */
    private static void slope(float[] values, float step, boolean round) {
        int count = values.length;
        for (int n = 1; n < (round ? 2 * count : count); n++) {
            values[n % count] = Math.min(values[n % count], values[(n - 1) % count] + step);
        }
        for (int n = (round ? 2 * count : count) - 2; n >= 0; n--) {
            values[n % count] = Math.min(values[n % count], values[(n + 1) % count] + step);
        }
    }

    @Override
    public boolean reaches(Direction seen, double slack) {
        return elsewhere.reaches(seen, slack) || isGuarded(seen, slack);
    }

    private boolean isGuarded(Direction seen, double slack) {
        boolean[][] any = reached();
        for (int n = 0; n < strips.size(); n++) {
            SeamStrip strip = strips.get(n);
            double wide = slack + ramp / 2 + strip.alongStepRad();
            double across = Math.abs(strip.acrossOf(seen));
            if (across > strip.across(strip.rows()) + wide) {
                continue;
            }
            double beside = wide / Math.max(1e-3, Math.cos(across)) / strip.alongStepRad();
            double middle = strip.columnOf(seen);
            int around = (int) Math.round(2 * Math.PI / strip.alongStepRad());
            long first = (long) Math.floor(middle - Math.min(beside, around));
            long last = (long) Math.ceil(middle + Math.min(beside, around));
            for (long column = first; column <= last; column++) {
                int at = Math.floorMod(column, around);
                if (at < any[n].length && any[n][at]) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean[][] reached() {
        boolean[][] found = reached;
        if (found == null) {
            found = strips.stream().map(strip -> new boolean[strip.columns()]).toArray(boolean[][]::new);
            for (double seconds : times()) {
                List<float[]> moves = find(seconds, List.of());
                for (int n = 0; n < found.length; n++) {
                    for (int column = 0; column < found[n].length; column++) {
                        found[n][column] |= moves.get(n)[column] != 0;
                    }
                }
            }
            reached = found;
        }
        return found;
    }

    private TreeSet<Double> times() {
        TreeSet<Double> times = new TreeSet<>(List.of(0.0));
        guards.forEach(kept -> times.addAll(kept.guard.keyTimes()));
        if (!guards.stream().allMatch(kept -> kept.guard.isStill())) {
            double last = times.last();
            for (double seconds = times.first(); seconds < last; seconds += LOOK_SECONDS) {
                times.add(seconds);
            }
        }
        return times;
    }
}
