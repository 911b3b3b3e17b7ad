package foldback.core.warp;

import foldback.core.space.Direction;
import java.util.List;

/** How what lenses are asked for is moved over time. */
@FunctionalInterface
public interface ShiftPath {
    /** Nothing is moved at any time. */
    ShiftPath NONE = seconds -> List.of();

    /** The shifts of all lenses at a take time, in their order; none where nothing is moved then. */
    List<RayShift> at(double seconds);

    /**
     * Whether what a lens shows of a direction of the rig may be moved at any time.
     *
     * @param slack how far beside it counts, too, radians
     */
    default boolean reaches(Direction seen, double slack) {
        return true;
    }
}
