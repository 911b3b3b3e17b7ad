package foldback.core.solve;

import foldback.core.match.TiePoint;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;

/**
 * How well a rig explains a tie point at the best distance that it can have.
 *
 * @param residualRad by how much the second lens sees it beside every place where the first could have it, radians
 * @param asideRad how far it sees it towards where near things are, radians; below 0 where beyond all that is far
 * @param inverseDistance from the first lens's pupil, 1/m; 0 where it is best taken as far off
 * @param one where the first lens sees it, in the rig's frame
 * @param two where the second lens sees it
 * @param expected where the second lens should see it
 */
public record PointFit(
        double residualRad, double asideRad, double inverseDistance, Direction one, Direction two, Direction expected) {
    /** Pupils so near together see no parallax, metres. */
    private static final double TOGETHER = 1e-6;
    /** Nothing is nearer, 1/m. */
    private static final double NEAREST = 4;

    /** The fit of one point; NaN where a lens says nothing of its place. */
    public static PointFit of(Rig rig, TiePoint point) {
        RigLens first = rig.lenses().get(point.first());
        RigLens second = rig.lenses().get(point.second());
        try {
            Direction one = first.rigFromLens().apply(first.lens().unproject(point.x1(), point.y1()));
            Direction two = second.rigFromLens().apply(second.lens().unproject(point.x2(), point.y2()));
            return between(one, two, first.pupil(), second.pupil());
        } catch (IllegalArgumentException beyondItsRim) {
            return new PointFit(Double.NaN, Double.NaN, Double.NaN, null, null, null);
        }
    }

    private static PointFit between(Direction one, Direction two, Position from, Position to) {
        double tx = to.x() - from.x();
        double ty = to.y() - from.y();
        double tz = to.z() - from.z();
        double along = tx * one.x() + ty * one.y() + tz * one.z();
        // The nearer the thing, the farther the second lens sees it that way.
        double ux = along * one.x() - tx;
        double uy = along * one.y() - ty;
        double uz = along * one.z() - tz;
        double across = Math.sqrt(ux * ux + uy * uy + uz * uz);
        double aside = (two.x() * ux + two.y() * uy + two.z() * uz) / across;
        double ahead = two.x() * one.x() + two.y() * one.y() + two.z() * one.z();
        if (across < TOGETHER || aside <= 0) {
            double beyond = across < TOGETHER ? Double.NaN : Math.atan2(aside, ahead);
            return new PointFit(one.angleTo(two), beyond, 0, one, two, one);
        }
        double off = (two.x() * (one.y() * uz - one.z() * uy)
                        + two.y() * (one.z() * ux - one.x() * uz)
                        + two.z() * (one.x() * uy - one.y() * ux))
                / across;
        double inverse = Math.max(0, Math.min(NEAREST, aside / (ahead * across + aside * along)));
        Direction expected = new Direction(one.x() - inverse * tx, one.y() - inverse * ty, one.z() - inverse * tz);
        return new PointFit(Math.abs(Math.asin(off)), Math.atan2(aside, ahead), inverse, one, two, expected);
    }
}
