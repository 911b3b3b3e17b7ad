package foldback.core.solve;

import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.DecompositionFactory_DDRM;
import org.ejml.interfaces.decomposition.EigenDecomposition_F64;

/** A rig to start from that is made of nothing but where its lenses were found to point. */
final class RigStart {
    /** How far the pupils of two and of more lenses stand from the middle, metres: between those of small and of large rigs. */
    private static final double PAIR_OUT = 0.02;

    private static final double RING_OUT = 0.04;
    /** Axes whose spread along a direction is a smaller share of the next one's lie in a plane. */
    private static final double FLAT = 0.3;

    private RigStart() {}

    /**
     * A rig of clips in some order.
     *
     * @param kinds its slots, and what each clip's lens is like
     * @param clips of each slot, the number of its clip
     * @param upright where each clip's lens points; pupils lie that way from the middle, those of eyes where the kinds say
     */
    static Rig of(Rig kinds, int[] clips, List<Rotation> upright) {
        double out = clips.length == 2 ? PAIR_OUT : RING_OUT;
        List<RigLens> placed = new ArrayList<>();
        for (int i = 0; i < clips.length; i++) {
            Direction axis = upright.get(clips[i]).apply(Direction.FORWARD);
            placed.add(kinds.lenses()
                    .get(i)
                    .withLens(kinds.lenses().get(clips[i]).lens())
                    .withRotation(upright.get(clips[i]))
                    .withPupil(
                            kinds.isStereo()
                                    ? kinds.lenses().get(i).pupil()
                                    : new Position(out * axis.x(), out * axis.y(), out * axis.z())));
        }
        return new Rig(kinds.name(), placed);
    }

    /**
     * The same lenses turned as a whole, so that the rig stands upright with the first one ahead: across the plane that their axes
     * lie in, else as the lenses themselves stand.
     *
     * @param found where each lens points; null where that is not known: it is taken to look ahead
     */
    static List<Rotation> upright(Rotation[] found) {
        List<Rotation> known = Arrays.stream(found)
                .map(each -> each == null ? Rotation.IDENTITY : each)
                .toList();
        Direction up = up(known);
        Rotation stood = Rotation.between(up, Direction.UP);
        Direction ahead = stood.times(known.get(0)).apply(Direction.FORWARD);
        Rotation turned = Rotation.ofYawPitchRoll(-ahead.yaw(), 0, 0).times(stood);
        return known.stream().map(turned::times).toList();
    }

    private static Direction up(List<Rotation> lenses) {
        double[] sum = new double[3];
        DMatrixRMaj spread = new DMatrixRMaj(3, 3);
        for (Rotation lens : lenses) {
            Direction own = lens.apply(Direction.UP);
            add(sum, own);
            Direction axis = lens.apply(Direction.FORWARD);
            double[] a = {axis.x(), axis.y(), axis.z()};
            IntStream.range(0, 9).forEach(k -> spread.add(k / 3, k % 3, a[k / 3] * a[k % 3]));
        }
        EigenDecomposition_F64<DMatrixRMaj> eigen = DecompositionFactory_DDRM.eig(3, true, true);
        eigen.decompose(spread);
        Integer[] order = {0, 1, 2};
        Arrays.sort(
                order,
                (i, j) -> Double.compare(
                        eigen.getEigenvalue(i).getReal(), eigen.getEigenvalue(j).getReal()));
        double least = eigen.getEigenvalue(order[0]).getReal();
        double next = eigen.getEigenvalue(order[1]).getReal();
        if (lenses.size() > 2 && least < FLAT * next) {
            DMatrixRMaj across = eigen.getEigenVector(order[0]);
            double sign = across.get(0) * sum[0] + across.get(1) * sum[1] + across.get(2) * sum[2] < 0 ? -1 : 1;
            return new Direction(sign * across.get(0), sign * across.get(1), sign * across.get(2));
        }
        double length = Math.sqrt(sum[0] * sum[0] + sum[1] * sum[1] + sum[2] * sum[2]);
        return length < 1e-6 ? Direction.UP : new Direction(sum[0], sum[1], sum[2]);
    }

    private static void add(double[] sum, Direction d) {
        sum[0] += d.x();
        sum[1] += d.y();
        sum[2] += d.z();
    }
}
