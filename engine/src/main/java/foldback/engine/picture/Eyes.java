package foldback.engine.picture;

import foldback.core.picture.Frame;
import foldback.core.rig.Eye;
import foldback.core.rig.Rig;
import foldback.core.warp.Canvas;
import java.util.List;

/** What a picture holds for whom. */
public enum Eyes {
    /** One picture for both eyes: of a rig with lenses for each, what the left one sees. */
    ONE,
    /** What the left eye sees. */
    LEFT,
    /** What the right eye sees. */
    RIGHT,
    /** The left eye's picture above the right eye's. */
    LEFT_ABOVE_RIGHT,
    /** The left eye's picture to the left of the right eye's. */
    LEFT_BESIDE_RIGHT;

    /** The eyes for which there is a view of its own, of a rig's picture. */
    public List<Eye> views(Rig rig) {
        return switch (this) {
            case ONE -> List.of(rig.isStereo() ? Eye.LEFT : Eye.BOTH);
            case LEFT -> List.of(Eye.LEFT);
            case RIGHT -> List.of(Eye.RIGHT);
            case LEFT_ABOVE_RIGHT, LEFT_BESIDE_RIGHT -> List.of(Eye.LEFT, Eye.RIGHT);
        };
    }

    /** Whether a picture holds two views. */
    public boolean isPair() {
        return this == LEFT_ABOVE_RIGHT || this == LEFT_BESIDE_RIGHT;
    }

    /** The width of the whole, of parts that are as large as a canvas. */
    public int width(Canvas canvas) {
        return this == LEFT_BESIDE_RIGHT ? 2 * canvas.width() : canvas.width();
    }

    public int height(Canvas canvas) {
        return this == LEFT_ABOVE_RIGHT ? 2 * canvas.height() : canvas.height();
    }

    /** An eye's part of the whole, by the eye's number among {@link #views}. */
    Frame part(Frame whole, Canvas canvas, int eye) {
        return switch (this) {
            case ONE, LEFT, RIGHT -> whole;
            case LEFT_ABOVE_RIGHT -> whole.sub(0, eye * canvas.height(), canvas.width(), canvas.height());
            case LEFT_BESIDE_RIGHT -> whole.sub(eye * canvas.width(), 0, canvas.width(), canvas.height());
        };
    }
}
