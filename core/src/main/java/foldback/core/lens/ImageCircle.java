package foldback.core.lens;

/** The part of the picture that a lens lights: only places inside are used. Its centre need not be the lens's. */
public record ImageCircle(double cx, double cy, double radius) {

    public ImageCircle {
        if (!(radius > 0) || !Double.isFinite(cx) || !Double.isFinite(cy) || Double.isInfinite(radius)) {
            throw new IllegalArgumentException(
                    "an image circle needs a radius above 0: " + cx + ", " + cy + ", " + radius);
        }
    }

    ImageCircle times(double scale) {
        return new ImageCircle(cx * scale, cy * scale, radius * scale);
    }
}
