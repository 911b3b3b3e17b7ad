package foldback.core.match.points;

import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Where lenses point against each other, from what is alike in pairs of them: the strongest pairs that hang all lenses together.
 * A pair that is wrong contradicts others around closed loops, so trees without it are tried.
 *
 * @param rotations of each lens: takes its rays to those of the strongest pair's first lens; null where it hangs on none
 * @param agreed the sum of the scores of all pairs that agree with these rotations
 * @param contradicted the sum of the scores of pairs that do not
 */
public record RotationGraph(Rotation[] rotations, double agreed, double contradicted) {
    /** Pairs that are off by less agree: lenses that are not well known yet bend their rotations by degrees. */
    private static final double AGREES = Math.toRadians(9);

    /**
     * Hangs lenses together.
     *
     * @param leastScore pairs below say nothing
     */
    public static RotationGraph of(int lenses, List<PointFinder.Pair> pairs, double leastScore) {
        List<PointFinder.Pair> strong = pairs.stream()
                .filter(pair -> pair.score() >= leastScore)
                .sorted(Comparator.comparingDouble(pair -> -pair.score()))
                .toList();
        List<PointFinder.Pair> kept = strong;
        RotationGraph best = hung(lenses, kept, strong);
        for (int n = 0; n < kept.size(); n++) {
            List<PointFinder.Pair> without = new ArrayList<>(kept);
            without.remove(n);
            RotationGraph other = hung(lenses, without, strong);
            if (other.hanging() >= best.hanging() && other.agreed > best.agreed) {
                best = other;
                kept = without;
                n = -1;
            }
        }
        return best;
    }

    /** How many lenses hang together. */
    public int hanging() {
        int count = 0;
        for (Rotation each : rotations) {
            count += each == null ? 0 : 1;
        }
        return count;
    }

    /** The tree of the strongest pairs (Prim 1957), begun at the strongest of all. */
    private static RotationGraph hung(int lenses, List<PointFinder.Pair> strong, List<PointFinder.Pair> all) {
        Rotation[] rotations = new Rotation[lenses];
        if (!strong.isEmpty()) {
            rotations[strong.get(0).first()] = Rotation.IDENTITY;
        }
        PointFinder.Pair next = next(strong, rotations);
        while (next != null) {
            if (rotations[next.first()] != null) {
                rotations[next.second()] = rotations[next.first()].times(next.rotation());
            } else {
                rotations[next.first()] =
                        rotations[next.second()].times(next.rotation().inverse());
            }
            next = next(strong, rotations);
        }
        double agreed = 0;
        double contradicted = 0;
        for (PointFinder.Pair pair : all) {
            Rotation one = rotations[pair.first()];
            Rotation two = rotations[pair.second()];
            if (one != null && two != null) {
                boolean agrees = one.inverse().times(two).angleTo(pair.rotation()) < AGREES;
                agreed += agrees ? pair.score() : 0;
                contradicted += agrees ? 0 : pair.score();
            }
        }
        return new RotationGraph(rotations, agreed, contradicted);
    }

    private static PointFinder.Pair next(List<PointFinder.Pair> strong, Rotation[] rotations) {
        for (PointFinder.Pair pair : strong) {
            if ((rotations[pair.first()] == null) != (rotations[pair.second()] == null)) {
                return pair;
            }
        }
        return null;
    }
}
