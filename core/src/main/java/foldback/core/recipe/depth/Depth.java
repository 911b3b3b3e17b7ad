package foldback.core.recipe.depth;

import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * How two eyes show depth.
 *
 * @param screen the disparity of what lies at the screen plane, over time, radians: 0 puts what is far there, more what is nearer
 * @param curve what becomes of depth by new views between and beside the eyes
 * @param edge how far from what is ahead the eyes show something, radians; empty for all that they see
 * @param edgeSoft over what of it the picture fades, radians
 * @param shownOn what it is watched on: what is comfortable follows from it
 * @param measure what was measured of the take's depth
 */
public record Depth(
        Track<Amount> screen,
        DepthCurve curve,
        Optional<Double> edge,
        double edgeSoft,
        ShownOn shownOn,
        Optional<DepthMeasure> measure)
        implements Decisions<Depth> {
    public static final double MOST_SCREEN = Math.toRadians(20);
    public static final double LEAST_EDGE = Math.toRadians(20);
    public static final double MOST_EDGE = Math.PI;
    public static final double MOST_EDGE_SOFT = Math.toRadians(30);
    public static final double USUAL_EDGE_SOFT = Math.toRadians(3);

    public static final Depth NONE = new Depth(
            Track.still(Amount.ZERO),
            DepthCurve.NONE,
            Optional.empty(),
            USUAL_EDGE_SOFT,
            ShownOn.HEADSET,
            Optional.empty());
    public static final Section<Depth> SECTION = Section.of("depth", Depth.class, NONE);

    /** What depth is watched on. */
    public enum ShownOn {
        /** It shows directions as they were: what is far has no disparity. */
        HEADSET,
        /** It stands a few metres away, and its disparities are offsets on it. */
        SCREEN
    }

    public Depth {
        for (Key<Amount> key : screen.keys()) {
            if (Math.abs(key.value().value()) > MOST_SCREEN) {
                throw new IllegalArgumentException(
                        "the screen plane lies at a disparity of up to 20 degrees: " + key.value());
            }
        }
        if (edge.filter(field -> !(field >= LEAST_EDGE && field <= MOST_EDGE)).isPresent()) {
            throw new IllegalArgumentException("the edge lies 20 to 180 degrees from what is ahead: " + edge.get());
        }
        if (!(edgeSoft >= 0 && edgeSoft <= MOST_EDGE_SOFT)) {
            throw new IllegalArgumentException("an edge fades over 0 to 30 degrees: " + edgeSoft);
        }
    }

    /** The disparity that is shown of one that was filmed, at a time, radians. */
    public double shown(double filmed, double seconds) {
        return curve.at(filmed) - screen.at(seconds).value();
    }

    public Depth withMeasure(DepthMeasure found) {
        return new Depth(screen, curve, edge, edgeSoft, shownOn, Optional.of(found));
    }

    /** Without what was measured: for another take. */
    public Depth unmeasured() {
        return new Depth(screen, curve, edge, edgeSoft, shownOn, Optional.empty());
    }

    /** What was measured is of lenses in their old slots. */
    @Override
    public Depth withSlots(UnaryOperator<String> slotOf) {
        return unmeasured();
    }

    @Override
    public Depth showing(Predicate<String> isOn) {
        return this;
    }
}
