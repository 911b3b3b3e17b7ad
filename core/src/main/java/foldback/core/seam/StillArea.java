package foldback.core.seam;

import foldback.core.space.Direction;

/** An area that one lens shows as it is: where flow brings lenses together, the others come to it. */
public interface StillArea {
    /** Number of that lens in the rig. */
    int lens();

    /** How far a direction of the rig is inside, 0 to 1. */
    double inside(Direction seen);
}
