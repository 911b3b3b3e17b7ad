package foldback.core.framing;

import foldback.core.warp.projection.CentralProjection;
import foldback.core.warp.projection.CentralProjection.Law;
import foldback.core.warp.projection.Cylindrical;
import foldback.core.warp.projection.Panini;
import foldback.core.warp.projection.Projection;

/** How a framing shows what it looks at. */
public enum FrameShape {
    /** What is straight stays straight. */
    FLAT(170) {
        @Override
        public Projection projection(double field) {
            return new CentralProjection(Law.FLAT, field);
        }
    },
    /** Verticals and lines towards the middle stay straight, however wide it is. */
    PANINI(300) {
        @Override
        public Projection projection(double field) {
            return new Panini(field, 1);
        }
    },
    /** Small shapes stay as they are: wide views, little planets when it looks down, tunnels when it looks up. */
    STEREOGRAPHIC(340) {
        @Override
        public Projection projection(double field) {
            return new CentralProjection(Law.STEREOGRAPHIC, field);
        }
    },
    /** Angles from the middle stay as they are. */
    EQUIDISTANT(360) {
        @Override
        public Projection projection(double field) {
            return new CentralProjection(Law.EQUIDISTANT, field);
        }
    },
    /** Headings grow evenly, verticals stay straight. */
    CYLINDRICAL(360) {
        @Override
        public Projection projection(double field) {
            return new Cylindrical(field);
        }
    };

    public static final double LEAST_FIELD = Math.toRadians(5);

    private final double mostField;

    FrameShape(double mostDegrees) {
        mostField = Math.toRadians(mostDegrees);
    }

    /** The widest field it can show, radians. */
    public double mostField() {
        return mostField;
    }

    /** @param field from the left side to the right side, radians */
    public abstract Projection projection(double field);
}
