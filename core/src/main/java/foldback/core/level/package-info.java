/**
 * Which way is up, from lines that somebody drew or that were found: edges that hang plumb, and horizons that lie level. Directions are
 * unit vectors in one frame that stays while the rig turns; angles are radians.
 */
package foldback.core.level;
