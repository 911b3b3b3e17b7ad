package foldback.core.lens;

import foldback.core.space.Direction;

/** One optical view. Models are immutable records; a new one touches its own file and the {@code permits} line. */
public sealed interface Lens permits FisheyeLens, ClosedFormFisheye, RectilinearLens {

    LensFrame frame();

    /** The focal length in pixels. */
    double focalPx();

    /**
     * Projects rays of any length.
     *
     * @param rays x, y, z of each ray, read
     * @param xy pixel coordinates of each, written; NaN where the model says nothing of that direction
     * @param angles of each ray from the axis, radians, written
     * @param count how many
     */
    void project(double[] rays, double[] xy, double[] angles, int count);

    /**
     * The direction that a place in the picture shows.
     *
     * @throws IllegalArgumentException where no direction lands there
     */
    Direction unproject(double x, double y);

    /** The same lens with another centre or image circle. */
    Lens withFrame(LensFrame frame);

    /** The same lens for a picture of another size and equal aspect; refuses another aspect. */
    Lens scaledTo(int width, int height);

    /** The angle from the axis at the rim of what is used, radians: what a lens's cost is measured in. */
    default double halfField() {
        LensFrame frame = frame();
        Direction rim;
        try {
            rim = unproject(frame.cx() + frame.usedRadius(), frame.cy());
        } catch (IllegalArgumentException beyond) {
            return Math.PI;
        }
        return rim.angleTo(Direction.FORWARD);
    }
}
