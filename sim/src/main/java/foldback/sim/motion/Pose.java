package foldback.sim.motion;

import foldback.core.space.Position;
import foldback.core.space.Rotation;

/**
 * Where a rig is and how it is turned.
 *
 * @param place of its origin in the world, metres, y down
 */
public record Pose(Position place, Rotation worldFromRig) {}
