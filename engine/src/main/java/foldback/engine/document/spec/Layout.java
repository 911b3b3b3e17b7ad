package foldback.engine.document.spec;

import foldback.core.warp.projection.PartSphere;
import foldback.core.warp.projection.Projection;
import foldback.core.warp.projection.Sphere;
import foldback.engine.picture.Eyes;
import java.util.Optional;

/**
 * What a file shows, and to which eyes.
 *
 * @param shape of what each eye is shown
 * @param framing the name of the recipe's framing that is shown; empty for a part of the sphere
 */
public record Layout(Shape shape, Optional<String> framing, Eyes eyes) {
    /** The whole sphere, in one picture. */
    public static final Layout SPHERE = new Layout(Shape.SPHERE, Optional.empty(), Eyes.ONE);

    /** What an eye is shown. */
    public enum Shape {
        /** The whole sphere, twice as wide as high. */
        SPHERE(new Sphere(), 2),
        /** What is ahead, 180 degrees each way, on a square. */
        HALF(PartSphere.HALF, 1),
        /** What a framing shows. */
        FRAMING(null, 0);

        private final Projection projection;
        private final int aspect;

        Shape(Projection projection, int aspect) {
            this.projection = projection;
            this.aspect = aspect;
        }
    }

    public Layout {
        if (framing.isPresent() != (shape == Shape.FRAMING)) {
            throw new IllegalArgumentException("a framing has a name, and nothing else has: " + framing);
        }
    }

    /** What a framing shows, in one picture. */
    public static Layout framed(String name) {
        return new Layout(Shape.FRAMING, Optional.of(name), Eyes.ONE);
    }

    /** How an eye's picture shows directions; a framing says that by itself. */
    public Optional<Projection> projection() {
        return Optional.ofNullable(shape.projection);
    }

    /** The width of an eye's picture in a file of a width. */
    public int eyeWidth(int width) {
        return eyes == Eyes.LEFT_BESIDE_RIGHT ? width / 2 : width;
    }

    /** The height of an eye's picture in a file of a height. */
    public int eyeHeight(int height) {
        return eyes == Eyes.LEFT_ABOVE_RIGHT ? height / 2 : height;
    }

    /** @throws IllegalArgumentException where a file of that size cannot show it undistorted */
    void check(int width, int height) {
        boolean cut = eyeWidth(width) % 2 != 0 || eyeHeight(height) % 2 != 0;
        if (cut || shape.aspect != 0 && eyeWidth(width) != shape.aspect * eyeHeight(height)) {
            String each = eyes.isPair() ? " for each eye" : "";
            throw new IllegalArgumentException(switch (shape) {
                        case SPHERE -> "A whole sphere is twice as wide as high" + each;
                        case HALF -> "180 degrees are as wide as high" + each;
                        case FRAMING -> "An eye's picture has even sides";
                    }
                    + ": " + width + " x " + height + ". Choose another size, or a framing.");
        }
    }
}
