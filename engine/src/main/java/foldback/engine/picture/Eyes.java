package foldback.engine.picture;

import foldback.core.picture.Frame;
import foldback.core.rig.Eye;
import foldback.core.warp.Canvas;
import java.util.List;

/** What a picture holds for whom. */
public enum Eyes {
    /** One picture for both eyes. */
    ONE,
    /** The left eye's picture above the right eye's. */
    LEFT_ABOVE_RIGHT,
    /** The left eye's picture to the left of the right eye's. */
    LEFT_BESIDE_RIGHT;

    /** The eyes for which there is a view of its own. */
    public List<Eye> views() {
        return this == ONE ? List.of(Eye.BOTH) : List.of(Eye.LEFT, Eye.RIGHT);
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
            case ONE -> whole;
            case LEFT_ABOVE_RIGHT -> whole.sub(0, eye * canvas.height(), canvas.width(), canvas.height());
            case LEFT_BESIDE_RIGHT -> whole.sub(eye * canvas.width(), 0, canvas.width(), canvas.height());
        };
    }
}
