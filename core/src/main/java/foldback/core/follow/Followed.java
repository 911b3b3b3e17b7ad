package foldback.core.follow;

import foldback.core.space.Direction;
import java.util.List;

/**
 * Where something was from moment to moment.
 *
 * @param places from the first moment on, as far as it was followed
 * @param isLost whether it was lost before the last moment that was asked for
 */
public record Followed(List<Place> places, boolean isLost) {
    public Followed {
        places = List.copyOf(places);
    }

    /**
     * A moment.
     *
     * @param likeness the correlation with what was looked for; 0 where it was hidden and the place is what was expected
     * @param size the angle that it takes up, radians
     */
    public record Place(double seconds, Direction direction, double likeness, double size) {}
}
