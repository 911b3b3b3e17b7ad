package foldback.engine.picture;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.recipe.depth.Depth;
import foldback.core.rig.Eye;
import foldback.core.space.Rotation;

/**
 * How an eye is turned about the vertical so that what lies at the screen plane is seen in the same place by both eyes: each goes half
 * of the way.
 *
 * @param screen disparity at the screen plane, radians
 * @param share of it that the eye is turned by, to the right
 */
public record EyeTurn(Track<Amount> screen, double share) {

    public static EyeTurn of(Depth depth, Eye eye) {
        return switch (eye) {
            case LEFT -> new EyeTurn(depth.screen(), 0.5);
            case RIGHT -> new EyeTurn(depth.screen(), -0.5);
            case BOTH -> new EyeTurn(Track.still(Amount.ZERO), 0);
        };
    }

    /** From the eye's canvas to the levelled one at a time. */
    public Rotation at(double seconds) {
        return turned(screen.at(seconds).value());
    }

    boolean isStill() {
        return screen.isStill();
    }

    /** Of what plans are compiled for: from the eye's canvas to the levelled one. */
    Rotation still() {
        return turned(first());
    }

    /** What comes to it at a time. */
    Rotation sinceStill(double seconds) {
        return isStill() ? Rotation.IDENTITY : turned(screen.at(seconds).value() - first());
    }

    private double first() {
        return screen.keys().get(0).value().value();
    }

    private Rotation turned(double disparity) {
        return Rotation.ofYawPitchRoll(share * disparity, 0, 0);
    }
}
