package foldback.core.seam;

import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * An overlap of two lenses, unrolled: along it runs the great circle that is as far from both axes, across it the great circles through
 * the poles of that one, along which things that are near lie apart. Its first lens is on the side of greater rows. Immutable.
 */
public final class SeamStrip {
    /** Strip pixels from one node of a {@link SeamFlow} to the next: sides are multiples of it. */
    public static final int MULTIPLE = 4;

    private static final int PROBES = 720;
    private static final double RIM_PX = 6;
    private static final double LEAST_WIDTH_RAD = Math.toRadians(1);
    /** Of costs: by so much another lens must be nearer for a seam to run elsewhere. */
    private static final double CLEARLY = 0.08;

    private static final double LEAST_LENGTH_RAD = Math.toRadians(4);

    private final int first;
    private final int second;
    private final Rotation stripFromRig;
    private final double from;
    private final boolean ring;
    private final int columns;
    private final int rows;
    private final double alongStep;
    private final double step;
    /** Whether both lenses are looked away from alike everywhere. */
    private final boolean alike;
    /** How far the overlap reaches at each probe, radians from the seam. */
    private final float[] low;

    private final float[] high;

    private SeamStrip(int first, int second, Rotation stripFromRig, Reach reach, double wantedStep, boolean alike) {
        this.alike = alike;
        this.first = first;
        this.second = second;
        this.stripFromRig = stripFromRig;
        ring = reach.count == PROBES;
        from = ring ? -Math.PI : angle(reach.begin);
        double length = 2 * Math.PI * reach.count / PROBES;
        columns = multiple(length / wantedStep);
        alongStep = length / columns;
        step = wantedStep;
        low = reach.low;
        high = reach.high;
        double farthest = 0;
        for (int probe = 0; probe < reach.count; probe++) {
            int at = (reach.begin + probe) % PROBES;
            farthest = Math.max(farthest, Math.max(-low[at], high[at]));
        }
        rows = multiple(2 * farthest / step);
    }

    private static int multiple(double wanted) {
        return MULTIPLE * Math.max(2, (int) Math.ceil(wanted / MULTIPLE));
    }

    private static double angle(int probe) {
        return -Math.PI + 2 * Math.PI * probe / PROBES;
    }

    /** The overlaps of a rig, each pair of lenses once; pairs that share too little have none. */
    public static List<SeamStrip> of(Rig rig, double meetingMetres, SeamSettings settings) {
        List<SeamStrip> strips = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            for (int k = i + 1; k < rig.lenses().size(); k++) {
                between(rig, i, k, meetingMetres, settings).ifPresent(strips::add);
            }
        }
        return strips;
    }

    private static Optional<SeamStrip> between(Rig rig, int i, int k, double meetingMetres, SeamSettings settings) {
        RigLens one = rig.lenses().get(i);
        RigLens two = rig.lenses().get(k);
        Direction a = one.rigFromLens().apply(Direction.FORWARD);
        Direction b = two.rigFromLens().apply(Direction.FORWARD);
        if (a.angleTo(b) < Math.toRadians(5)) {
            return Optional.empty();
        }
        Rotation stripFromRig = Rotation.between(a.plus(b, -1), Direction.UP);
        Reach reach = new Reach(
                new LensView(one, stripFromRig.inverse(), meetingMetres),
                new LensView(two, stripFromRig.inverse(), meetingMetres),
                nearer(rig, i, k, stripFromRig.inverse()),
                settings.reachRad());
        double finest = 1 / Math.max(one.lens().focalPx(), two.lens().focalPx());
        return reach.count * 2 * Math.PI / PROBES < LEAST_LENGTH_RAD
                ? Optional.empty()
                : Optional.of(new SeamStrip(i, k, stripFromRig, reach, Math.max(settings.stepRad(), finest), false));
    }

    /**
     * All that two eyes see, unrolled about the line through them: columns are half planes from that line on, rows go from the left eye's
     * side to the right one's, which is the first. What is near lies apart across it, and nothing lies apart along it.
     *
     * @param rig of the left eye's lens and the right eye's, each seen from its eye's own place
     * @param meetingMetres for what pupils differ from there
     */
    public static SeamStrip ofEyes(Rig rig, double meetingMetres, SeamSettings settings) {
        Rotation stripFromRig = Rotation.between(new Direction(1, 0, 0), Direction.UP);
        RigLens left = rig.lenses().get(0);
        RigLens right = rig.lenses().get(1);
        Reach reach = new Reach(
                new LensView(right, stripFromRig.inverse(), meetingMetres),
                new LensView(left, stripFromRig.inverse(), meetingMetres),
                direction -> false,
                settings.reachRad());
        if (reach.count == 0) {
            throw new IllegalArgumentException("the two eyes see nothing alike");
        }
        return new SeamStrip(1, 0, stripFromRig, reach, settings.stepRad(), true);
    }

    /** Whether a third lens sees a direction of the strip clearly better than both do: the seam runs elsewhere there. */
    private static Predicate<Direction> nearer(Rig rig, int i, int k, Rotation rigFromStrip) {
        return direction -> {
            Direction seen = rigFromStrip.apply(direction);
            double own = Math.max(cost(rig, i, seen), cost(rig, k, seen)) - CLEARLY;
            return IntStream.range(0, rig.lenses().size())
                    .anyMatch(lens -> lens != i && lens != k && cost(rig, lens, seen) < own);
        };
    }

    /** A lens's angle to a direction as a share of its field's half. */
    private static double cost(Rig rig, int lens, Direction seen) {
        RigLens one = rig.lenses().get(lens);
        return one.rigFromLens().apply(Direction.FORWARD).angleTo(seen)
                / one.lens().halfField();
    }

    /** How far both lenses see on both sides of a seam; a mutable helper. */
    private static final class Reach {
        private static final double STEP = Math.toRadians(0.25);
        private final float[] low = new float[PROBES];
        private final float[] high = new float[PROBES];
        /** The longest run of probes at which both see the seam. */
        private int begin;

        private int count;

        Reach(LensView one, LensView two, Predicate<Direction> elsewhere, double most) {
            boolean[] seen = new boolean[PROBES];
            for (int probe = 0; probe < PROBES; probe++) {
                double along = angle(probe);
                double up = farthest(one, two, along, STEP, most);
                double down = farthest(one, two, along, -STEP, most);
                seen[probe] = up + down > LEAST_WIDTH_RAD
                        && up > 0
                        && down > 0
                        && !elsewhere.test(Direction.ofYawPitch(along, 0));
                high[probe] = (float) up;
                low[probe] = (float) -down;
            }
            longestRun(seen);
        }

        /** How far from the seam, in one sense, both lenses see without a gap. */
        private static double farthest(LensView one, LensView two, double along, double step, double most) {
            double reached = 0;
            for (double across = 0; Math.abs(across) <= most; across += step) {
                if (!sees(one, along, across) || !sees(two, along, across)) {
                    break;
                }
                reached = Math.abs(across);
            }
            return reached;
        }

        private static boolean sees(LensView view, double along, double across) {
            Direction at = Direction.ofYawPitch(along, across);
            double[] xy = view.project(at);
            // Not a number is not inside.
            return view.lens().frame().depthInside(xy[0], xy[1]) > RIM_PX;
        }

        private void longestRun(boolean[] seen) {
            for (int start = 0; start < PROBES; start++) {
                boolean begins = seen[start] && (start == 0 || !seen[start - 1]);
                int length = 0;
                while (begins && length < PROBES && seen[(start + length) % PROBES]) {
                    length++;
                }
                if (length > count) {
                    count = length;
                    begin = start;
                }
            }
        }
    }

    /** Number of the lens on the side of greater rows. */
    public int first() {
        return first;
    }

    public int second() {
        return second;
    }

    /** Whether it goes all the way round. */
    public boolean isRing() {
        return ring;
    }

    public int columns() {
        return columns;
    }

    public int rows() {
        return rows;
    }

    /** From row to row. */
    public double stepRad() {
        return step;
    }

    /** From column to column, on the seam. */
    public double alongStepRad() {
        return alongStep;
    }

    /** The direction in the rig of a place. */
    public Direction direction(double column, double row) {
        return stripFromRig.inverse().apply(Direction.ofYawPitch(along(column), across(row)));
    }

    /** Where along the seam a column is. */
    public double along(double column) {
        return from + (column + 0.5) * alongStep;
    }

    /** How far on the first lens's side a row is. */
    public double across(double row) {
        return (row - (rows - 1) / 2.0) * step;
    }

    /** How far on the first lens's side a direction of the rig is, radians. */
    public double acrossOf(Direction seen) {
        return stripFromRig.apply(seen).pitch();
    }

    /** The column of a direction of the rig, from half a column before the first one on: with beyond the last one what lies before. */
    public double columnOf(Direction seen) {
        return column(stripFromRig.apply(seen).yaw());
    }

    /** The row of a direction of the rig. */
    public double rowOf(Direction seen) {
        return row(acrossOf(seen));
    }

    /** The column of a place along the seam, radians. */
    public double column(double along) {
        double turns = (along - from) / (2 * Math.PI);
        return (turns - Math.floor(turns)) * 2 * Math.PI / alongStep - 0.5;
    }

    /** The row of what is so far on the first lens's side, radians. */
    public double row(double across) {
        return across / step + (rows - 1) / 2.0;
    }

    /**
     * Whether a direction of the rig lies in it.
     *
     * @param slack how far beside it counts, too, radians
     */
    public boolean reaches(Direction seen, double slack) {
        Direction inStrip = stripFromRig.apply(seen);
        if (Math.abs(inStrip.pitch()) > across(rows) + slack) {
            return false;
        }
        // Along the seam its ends are as wide as they are far from the strip's poles.
        double beside = slack / Math.max(1e-3, Math.cos(inStrip.pitch())) / alongStep;
        double column = column(inStrip.yaw());
        return ring || column < columns + beside || column > 2 * Math.PI / alongStep - 1 - beside;
    }

    /** The rotation from the strip, whose seam is its equator, to the rig. */
    public Rotation rigFromStrip() {
        return stripFromRig.inverse();
    }

    Rotation stripFromRig() {
        return stripFromRig;
    }

    /**
     * What share of the way between two places that show the same is looked away from the first lens's: 0 where the other lens's picture
     * ends, so that nothing is moved beyond, 1 where its own does.
     *
     * @param along of the place
     * @param across of it
     */
    public double share(double along, double across) {
        if (alike) {
            return 0.5;
        }
        double probe = (along + Math.PI) / (2 * Math.PI) * PROBES;
        int before = (int) Math.floor(probe);
        double part = probe - before;
        int at = Math.floorMod(before, PROBES);
        int next = (at + 1) % PROBES;
        double lowest = low[at] + part * (low[next] - low[at]);
        double highest = high[at] + part * (high[next] - high[at]);
        double s = (highest - across) / Math.max(1e-3, highest - lowest);
        double within = Math.max(0, Math.min(1, s));
        return within * within * (3 - 2 * within);
    }

    /** By how much two pupils lie apart. */
    static double baseline(Rig rig, SeamStrip strip) {
        return rig.lenses()
                .get(strip.first)
                .pupil()
                .distanceTo(rig.lenses().get(strip.second).pupil());
    }
}
