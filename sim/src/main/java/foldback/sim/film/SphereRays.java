package foldback.sim.film;

import foldback.core.space.Direction;
import foldback.core.space.Rotation;

/** The rays of a true sphere, equirectangular: x = (yaw/2pi + 1/2) W, y = (1/2 - pitch/pi) H. */
record SphereRays(int width, int height, Rotation worldFromSphere) implements PixelRays {

    @Override
    public boolean direction(double x, double y, double[] direction) {
        double yaw = (x / width - 0.5) * 2 * Math.PI;
        double pitch = (0.5 - y / height) * Math.PI;
        Direction seen = worldFromSphere.apply(Direction.ofYawPitch(yaw, pitch));
        direction[0] = seen.x();
        direction[1] = seen.y();
        direction[2] = seen.z();
        return true;
    }
}
