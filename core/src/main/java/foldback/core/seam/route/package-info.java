/**
 * Seams that find their own way through overlaps: where both lenses show the same, round what they show differently. Angles in radians, counted from
 * the seam's usual place towards its first lens's side; costs in codes of 8 bits.
 */
package foldback.core.seam.route;
