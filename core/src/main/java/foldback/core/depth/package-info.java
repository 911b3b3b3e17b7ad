/**
 * How far apart two eyes see what they see: disparity and vertical mismatch all over what both show, registered in the strip of the two
 * eyes ({@link foldback.core.seam.SeamStrip#ofEyes}), which is why this stage uses that one. Angles in radians, directions in the rig.
 */
package foldback.core.depth;
