/**
 * What is wished of lenses where several show the same: how much each counts at a direction of the rig, and how two of them meet. Rims,
 * holes and sums are left to the plans of {@code core.stitch.plan}. Angles in radians.
 */
package foldback.core.stitch.weight;
