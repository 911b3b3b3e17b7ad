/**
 * Directions, positions and rotations.
 *
 * <p>A rotation's variable names both frames, destination first, so that equal words meet: {@code canvasFromRig =
 * canvasFromWorld.times(worldFromRig)}.
 */
package foldback.core.space;
