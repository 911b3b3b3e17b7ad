package foldback.engine.picture;

import foldback.core.seam.SeamMoves;
import foldback.core.space.Direction;
import foldback.core.stitch.SphereLayer;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.RayShift;
import foldback.core.warp.ShiftPath;
import java.util.List;
import java.util.Optional;

/**
 * What was measured or drawn about a take, beside the numbers of its recipe.
 *
 * @param motion how the rig turned while it filmed; what is level stays so
 * @param weights what the lenses count where several see the same; none for the recipe's feather
 * @param shifts how what the lenses that are on are asked for is moved over time
 * @param seams where seams of the lenses that are on lie beside where they usually do; not kept for an eye that some lenses serve
 * @param layers what is laid over the stitched picture, the lowest first
 */
public record Additions(
        Optional<RigMotion> motion,
        Optional<WeightMap> weights,
        ShiftPath shifts,
        SeamMoves seams,
        List<SphereLayer> layers) {
    public static final Additions NONE =
            new Additions(Optional.empty(), Optional.empty(), ShiftPath.NONE, SeamMoves.NONE, List.of());

    public Additions {
        layers = List.copyOf(layers);
    }

    public Additions withMotion(RigMotion turning) {
        return new Additions(Optional.of(turning), weights, shifts, seams, layers);
    }

    public Additions withWeights(WeightMap map) {
        return new Additions(motion, Optional.of(map), shifts, seams, layers);
    }

    public Additions withShifts(ShiftPath moved) {
        return new Additions(motion, weights, moved, seams, layers);
    }

    public Additions withSeams(SeamMoves moved) {
        return new Additions(motion, weights, shifts, moved, layers);
    }

    public Additions withLayers(List<SphereLayer> laid) {
        return new Additions(motion, weights, shifts, seams, laid);
    }

    /**
     * What of it is about some of the lenses.
     *
     * @param lenses by their numbers among all that are on
     * @param all how many are on
     */
    Additions of(List<Integer> lenses, int all) {
        if (lenses.size() == all) {
            return this;
        }
        return new Additions(
                motion.map(turning -> turning.of(lenses)),
                weights.map(
                        map -> map instanceof WeightMap.OnSphere onSphere ? new OfSome(onSphere, lenses, all) : map),
                shifts == ShiftPath.NONE ? shifts : new ShiftsOfSome(shifts, lenses),
                SeamMoves.NONE,
                layers);
    }

    /** Shifts of some lenses. */
    private record ShiftsOfSome(ShiftPath path, List<Integer> lenses) implements ShiftPath {
        @Override
        public List<RayShift> at(double seconds) {
            List<RayShift> all = path.at(seconds);
            return all.isEmpty() ? all : lenses.stream().map(all::get).toList();
        }

        @Override
        public boolean reaches(Direction seen, double slack) {
            return path.reaches(seen, slack);
        }
    }

    /** Weights of some lenses. */
    private record OfSome(WeightMap.OnSphere map, List<Integer> lenses, int all) implements WeightMap.OnSphere {
        @Override
        public void at(double[] ray, double[] weights) {
            double[] whole = new double[all];
            map.at(ray, whole);
            for (int i = 0; i < weights.length; i++) {
                weights[i] = whole[lenses.get(i)];
            }
        }
    }
}
