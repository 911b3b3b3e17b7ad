package foldback.core.lens;

import java.util.Optional;

/**
 * What every lens model states of its picture.
 *
 * @param width of the picture in pixels
 * @param height of the picture in pixels
 * @param cx where the lens's axis meets the picture
 * @param cy where the lens's axis meets the picture
 * @param circle the lit part; none where the picture's edges bound it
 */
public record LensFrame(int width, int height, double cx, double cy, Optional<ImageCircle> circle) {

    public LensFrame {
        if (width < 16 || height < 16) {
            throw new IllegalArgumentException("a lens picture must be at least 16 x 16: " + width + " x " + height);
        }
        if (!Double.isFinite(cx) || !Double.isFinite(cy)) {
            throw new IllegalArgumentException("a lens centre must be finite: " + cx + ", " + cy);
        }
    }

    /** How far a place is inside what may be used, pixels; negative outside. */
    public double depthInside(double x, double y) {
        double depth = Math.min(Math.min(x, width - x), Math.min(y, height - y));
        if (circle.isPresent()) {
            ImageCircle lit = circle.get();
            double dx = x - lit.cx();
            double dy = y - lit.cy();
            depth = Math.min(depth, lit.radius() - Math.sqrt(dx * dx + dy * dy));
        }
        return depth;
    }

    /** The distance of a place from the lens's centre as a share of the farthest that is used. */
    public double fieldShare(double x, double y) {
        double dx = x - cx;
        double dy = y - cy;
        return StrictMath.sqrt(dx * dx + dy * dy) / usedRadius();
    }

    /** The same with another lit part. */
    public LensFrame withCircle(ImageCircle lit) {
        return new LensFrame(width, height, cx, cy, Optional.of(lit));
    }

    /** The largest distance from the lens's centre that is used. */
    double usedRadius() {
        if (circle.isPresent()) {
            return circle.get().radius();
        }
        double dx = Math.max(cx, width - cx);
        double dy = Math.max(cy, height - cy);
        return StrictMath.sqrt(dx * dx + dy * dy);
    }

    /**
     * The same for another picture size of equal aspect.
     *
     * @throws IllegalArgumentException where the aspect differs by more than the rounding of one pixel
     */
    public LensFrame scaledTo(int newWidth, int newHeight) {
        if (Math.abs((double) width * newHeight - (double) height * newWidth) > Math.max(width, height)) {
            throw new IllegalArgumentException("a description for " + width + " x " + height
                    + " does not fit pictures of " + newWidth + " x " + newHeight + ": the aspect differs");
        }
        double scale = (double) newWidth / width;
        return new LensFrame(newWidth, newHeight, cx * scale, cy * scale, circle.map(c -> c.times(scale)));
    }
}
