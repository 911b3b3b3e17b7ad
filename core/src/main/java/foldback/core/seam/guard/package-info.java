/**
 * What must not be cut: areas that one lens keeps whole, round which seams go. Places are directions of the rig, in which seams lie still;
 * angles in radians, times in seconds of the take.
 */
package foldback.core.seam.guard;
