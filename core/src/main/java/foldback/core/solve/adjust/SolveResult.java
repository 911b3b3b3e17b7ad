package foldback.core.solve.adjust;

import foldback.core.rig.Rig;

/**
 * A solved rig.
 *
 * @param rig turned as a whole like the card
 * @param residualPx of each point, by how much the lenses disagree on it, pixels
 * @param weights how far each point was believed, 0 to 1
 * @param inverseDistance of each point from the rig's origin, 1/m
 * @param noisePx standard deviation of a point's coordinate, the mean of all
 * @param rivalRad mapping error between this rig and the farthest one that explains the points nearly as well, radians; 0 where
 *     there is none
 * @param uncertainty how well the points decide the rig
 * @param onFarRad mapping error between this rig and the one that the points give if none is taken for far or for ground because
 *     it seems so, radians: how much rests on that
 * @param crossed how many believed points crossed the lenses while the rig turned
 */
public record SolveResult(
        Rig rig,
        double[] residualPx,
        double[] weights,
        double[] inverseDistance,
        double noisePx,
        double rivalRad,
        Uncertainty uncertainty,
        double onFarRad,
        int crossed) {
    private static final double BELIEVED = 0.5;

    /** Whether a point counts as right. */
    public boolean isBelieved(int point) {
        return weights[point] >= BELIEVED;
    }
}
