/**
 * Which lens shows which part of a canvas, with what weight, and where it looks: of a rig that stands, compiled once, and of one that
 * turns, moment by moment. Angles are in radians, places in pixels, weights in 256ths.
 *
 * <p>Plans are immutable and depend on their settings alone.
 */
package foldback.core.stitch.plan;
