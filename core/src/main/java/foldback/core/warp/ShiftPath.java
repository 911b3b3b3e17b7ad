package foldback.core.warp;

import java.util.List;

/** How what lenses are asked for is moved over time. */
@FunctionalInterface
public interface ShiftPath {
    /** Nothing is moved at any time. */
    ShiftPath NONE = seconds -> List.of();

    /** The shifts of all lenses at a take time, in their order; none where nothing is moved then. */
    List<RayShift> at(double seconds);
}
