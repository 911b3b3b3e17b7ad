package foldback.engine.play;

import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import java.util.Optional;

/**
 * What is to be played.
 *
 * @param span of take time
 * @param speed 0.5, 1 or 2
 * @param soundSlot the lens whose sound is heard, if any
 */
public record PlayRequest(TimeSpan span, Canvas canvas, double speed, Optional<String> soundSlot) {

    public PlayRequest {
        if (speed != 0.5 && speed != 1 && speed != 2) {
            throw new IllegalArgumentException("The speed of playing is 0.5, 1 or 2: " + speed);
        }
    }
}
