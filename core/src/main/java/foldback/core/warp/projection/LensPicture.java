package foldback.core.warp.projection;

import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;

/**
 * A lens's own picture, as it is read: for what belongs to the lenses, however the rig is turned.
 *
 * @param lens stated for a picture of the same size
 * @param meetingMetres a place stands for the point at that distance from the rig's origin that the lens shows there; infinite
 *     for far
 */
public record LensPicture(RigLens lens, double meetingMetres) implements Projection {

    public LensPicture {
        double away = lens.pupil().distanceTo(Position.ORIGIN);
        if (!(meetingMetres > away)) {
            throw new IllegalArgumentException("the lens in slot '" + lens.slot() + "' is " + away
                    + " m from the rig's origin: the meeting distance must be more, it is " + meetingMetres + " m");
        }
    }

    @Override
    public void ray(double x, double y, int width, int height, double[] ray) {
        Direction seen;
        try {
            seen = lens.rigFromLens().apply(lens.lens().unproject(x, y));
        } catch (IllegalArgumentException beyond) {
            Projection.nothing(ray);
            return;
        }
        // The point at the meeting distance: |pupil + s seen| = meeting, all in shares of the meeting distance.
        double px = lens.pupil().x() / meetingMetres;
        double py = lens.pupil().y() / meetingMetres;
        double pz = lens.pupil().z() / meetingMetres;
        double along = px * seen.x() + py * seen.y() + pz * seen.z();
        double s = StrictMath.sqrt(along * along + 1 - px * px - py * py - pz * pz) - along;
        ray[0] = px + s * seen.x();
        ray[1] = py + s * seen.y();
        ray[2] = pz + s * seen.z();
    }

    @Override
    public void place(Direction direction, int width, int height, double[] xy) {
        Direction seen = lens.rigFromLens()
                .inverse()
                .apply(new Direction(
                        direction.x() - lens.pupil().x() / meetingMetres,
                        direction.y() - lens.pupil().y() / meetingMetres,
                        direction.z() - lens.pupil().z() / meetingMetres));
        lens.lens().project(new double[] {seen.x(), seen.y(), seen.z()}, xy, new double[1], 1);
    }
}
