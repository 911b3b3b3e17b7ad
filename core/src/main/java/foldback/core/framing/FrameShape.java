package foldback.core.framing;

import foldback.core.warp.projection.CentralProjection;
import foldback.core.warp.projection.CentralProjection.Law;
import foldback.core.warp.projection.Cylindrical;
import foldback.core.warp.projection.Panini;
import foldback.core.warp.projection.Projection;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleFunction;
import java.util.stream.DoubleStream;

/** How a framing shows what it looks at. */
public enum FrameShape {
    /** What is straight stays straight. */
    FLAT(170, field -> new CentralProjection(Law.FLAT, field)),
    /** Verticals and lines towards the middle stay straight, however wide it is. */
    PANINI(300, field -> new Panini(field, 1)),
    /** Small shapes stay as they are: wide views, little planets when it looks down, tunnels when it looks up. */
    STEREOGRAPHIC(340, field -> new CentralProjection(Law.STEREOGRAPHIC, field)),
    /** Angles from the middle stay as they are. */
    EQUIDISTANT(360, field -> new CentralProjection(Law.EQUIDISTANT, field)),
    /** Headings grow evenly, verticals stay straight. */
    CYLINDRICAL(360, Cylindrical::new);

    public static final double LEAST_FIELD = Math.toRadians(5);

    private static final double[] LADDER = {
        5, 10, 15, 20, 30, 40, 50, 60, 75, 90, 105, 120, 135, 150, 160, 180, 200, 220, 240, 260, 280, 300, 320
    };

    private final double mostField;

    private final DoubleFunction<Projection> projection;

    FrameShape(double mostDegrees, DoubleFunction<Projection> projection) {
        mostField = Math.toRadians(mostDegrees);
        this.projection = projection;
    }

    /**
     * Fields that hold others between them, the narrowest first: what is planned for them serves while a framing is zoomed by hand.
     *
     * @return radians
     */
    List<Double> ladder(double least, double most) {
        List<Double> steps = DoubleStream.concat(
                        Arrays.stream(LADDER).map(Math::toRadians).filter(field -> field < mostField),
                        DoubleStream.of(mostField))
                .boxed()
                .toList();
        int first = 0;
        while (first + 1 < steps.size() && steps.get(first + 1) <= least) {
            first++;
        }
        int last = first;
        while (steps.get(last) < most) {
            last++;
        }
        return steps.subList(first, last + 1);
    }

    /** The widest field it can show, radians. */
    public double mostField() {
        return mostField;
    }

    /** @param field from the left side to the right side, radians */
    public Projection projection(double field) {
        return projection.apply(field);
    }
}
