package foldback.core.solve.adjust;

import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;

/**
 * A rig as numbers that can be solved for. Of each lens there are {@value #EACH}: a small turn of the lens in its own frame
 * (three, about what the state holds), its pupil (three, metres), and the lens's own ({@link LensValues}). Behind them, of each stand
 * {@value #POSE}, how the rig turned there and where it went from its first stand; then {@value #GROUND} of the ground under it.
 */
final class RigState {
    static final int TURN = 0;
    static final int PUPIL = 3;
    static final int LENS = 6;
    static final int EACH = LENS + LensValues.COUNT;
    /** Numbers of a stand's pose: a small turn in the rig's own frame there, and the way from the first stand, metres in its frame. */
    static final int POSE = 6;

    /** Numbers of the ground under one stand of the rig. */
    static final int GROUND = 3;

    private static final int TURN_ROUNDS = 3;

    final int count;
    final Rotation[] rigFromLens;
    /** Of each lens, row by row: from the rig's frame to its own. */
    final double[][] lensFromRig;

    final double[][] pupils;
    final LensValues[] lenses;
    /** Of each stand: from the rig's frame there to its frame at the first stand; null where nothing was seen from both. */
    final Rotation[] firstFromStand;
    /** The same the other way, row by row. */
    final double[][] standFromFirst;
    /** Where the rig's origin is at each stand, in its frame at the first stand, metres. */
    final double[][] ways;
    /**
     * A plane under each stand of the rig: what lies on it in a direction has the inverse distance of this vector's dot product with
     * it, 1/m.
     */
    final double[] ground;

    private final Rig rig;

    /**
     * A rig that was not moved yet.
     *
     * @param firstFromStand of each stand how the rig turned from the first one, about; null where nothing was seen from both
     */
    RigState(Rig rig, Rotation[] firstFromStand) {
        this.rig = rig;
        int stands = firstFromStand.length;
        ground = new double[GROUND * stands];
        ways = new double[stands][3];
        this.firstFromStand = firstFromStand.clone();
        standFromFirst = new double[stands][];
        for (int stand = 0; stand < stands; stand++) {
            turnStand(stand, firstFromStand[stand]);
        }
        count = rig.lenses().size();
        rigFromLens = new Rotation[count];
        lensFromRig = new double[count][];
        pupils = new double[count][];
        lenses = new LensValues[count];
        for (int i = 0; i < count; i++) {
            RigLens lens = rig.lenses().get(i);
            lenses[i] = new LensValues(lens.lens());
            Position pupil = lens.pupil();
            pupils[i] = new double[] {pupil.x(), pupil.y(), pupil.z()};
            turnTo(i, lens.rigFromLens());
        }
    }

    private void turnTo(int lens, Rotation rotation) {
        rigFromLens[lens] = rotation;
        lensFromRig[lens] = rotation.inverse().matrix();
    }

    private void turnStand(int stand, Rotation rotation) {
        firstFromStand[stand] = rotation;
        standFromFirst[stand] = rotation == null ? null : rotation.inverse().matrix();
    }

    /** How many numbers a state of so many lenses and stands has. */
    static int numbers(int lenses, int stands) {
        return firstGround(lenses, stands) + stands * GROUND;
    }

    /** Which number is the first one of the stands' poses. */
    static int firstPose(int lenses) {
        return lenses * EACH;
    }

    /** Which number is the first one of the grounds. */
    static int firstGround(int lenses, int stands) {
        return lenses * EACH + stands * POSE;
    }

    /** How often the rig stood somewhere. */
    int stands() {
        return ways.length;
    }

    /** The inverse distance of the ground under a stand in a direction, 1/m; as much larger as x, y and z are longer than 1. */
    double onGround(int stand, double x, double y, double z) {
        int g = GROUND * stand;
        return ground[g] * x + ground[g + 1] * y + ground[g + 2] * z;
    }

    private double[] noStep() {
        return new double[numbers(count, stands())];
    }

    /** The state with another ground. */
    RigState withGround(double[] planes) {
        RigState moved = moved(noStep());
        System.arraycopy(planes, 0, moved.ground, 0, ground.length);
        return moved;
    }

    /** The state with its pupils where a rig has them. */
    RigState withPupilsOf(Rig known) {
        RigState moved = moved(noStep());
        for (int i = 0; i < count; i++) {
            Position pupil = known.lenses().get(i).pupil();
            moved.pupils[i] = new double[] {pupil.x(), pupil.y(), pupil.z()};
        }
        return moved;
    }

    /** The state moved by a step. */
    RigState moved(double[] step) {
        RigState moved = new RigState(rig, firstFromStand);
        int grounds = firstGround(count, stands());
        for (int k = 0; k < ground.length; k++) {
            moved.ground[k] = ground[k] + step[grounds + k];
        }
        for (int stand = 0; stand < stands(); stand++) {
            int at = firstPose(count) + stand * POSE;
            if (firstFromStand[stand] != null) {
                moved.turnStand(
                        stand, firstFromStand[stand].times(Rotation.ofVector(step[at], step[at + 1], step[at + 2])));
            }
            for (int k = 0; k < 3; k++) {
                moved.ways[stand][k] = ways[stand][k] + step[at + 3 + k];
            }
        }
        for (int i = 0; i < count; i++) {
            int at = i * EACH;
            moved.turnTo(
                    i,
                    rigFromLens[i].times(Rotation.ofVector(step[at + TURN], step[at + TURN + 1], step[at + TURN + 2])));
            for (int k = 0; k < 3; k++) {
                moved.pupils[i][k] = pupils[i][k] + step[at + PUPIL + k];
            }
            for (int k = 0; k < LensValues.COUNT; k++) {
                moved.lenses[i].values[k] = lenses[i].values[k] + step[at + LENS + k];
            }
        }
        return moved;
    }

    /** Number {@code k} of a lens; turns count from a rotation that is given. */
    double value(int lens, int k, Rotation from) {
        if (k < PUPIL) {
            return from.inverse().times(rigFromLens[lens]).vector()[k];
        }
        return k < LENS ? pupils[lens][k - PUPIL] : lenses[lens].values[k - LENS];
    }

    /** Number {@code k} of a stand's pose; turns count from a rotation that is given. */
    double poseValue(int stand, int k, Rotation from) {
        return k < 3 ? from.inverse().times(firstFromStand[stand]).vector()[k] : ways[stand][k - 3];
    }

    /** The rig, turned as a whole so that in the mean its lenses point where the card's do. */
    Rig rigTurnedLike(Rig card) {
        RigState turned = moved(noStep());
        for (int round = 0; round < TURN_ROUNDS; round++) {
            double[] mean = new double[3];
            for (int i = 0; i < count; i++) {
                double[] off = card.lenses()
                        .get(i)
                        .rigFromLens()
                        .times(turned.rigFromLens[i].inverse())
                        .vector();
                for (int k = 0; k < 3; k++) {
                    mean[k] += off[k] / count;
                }
            }
            Rotation common = Rotation.ofVector(mean[0], mean[1], mean[2]);
            double[] m = common.matrix();
            for (int i = 0; i < count; i++) {
                turned.turnTo(i, common.times(turned.rigFromLens[i]));
                double[] p = turned.pupils[i].clone();
                for (int r = 0; r < 3; r++) {
                    turned.pupils[i][r] = m[3 * r] * p[0] + m[3 * r + 1] * p[1] + m[3 * r + 2] * p[2];
                }
            }
        }
        return turned.rig();
    }

    Rig rig() {
        List<RigLens> solved = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            solved.add(rig.lenses()
                    .get(i)
                    .withLens(lenses[i].lens())
                    .withRotation(rigFromLens[i])
                    .withPupil(new Position(pupils[i][0], pupils[i][1], pupils[i][2])));
        }
        return new Rig(rig.name(), solved);
    }
}
