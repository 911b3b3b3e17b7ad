/**
 * Blending in bands: fine detail is cut over the feather, coarse differences of light are spread over the whole overlap (Burt and Adelson
 * 1983, "A multiresolution spline with application to image mosaics"; the weights of Brown and Lowe 2007, "Automatic panoramic image
 * stitching using invariant features"). What a lens's coarse bands lack against the blend of all lenses' is smooth, so that it is found at
 * the nodes of a plan's grids and added to the lens's values before lenses are mixed: poles and sides of canvases need no care of their
 * own, and it goes with every way of mixing.
 */
package foldback.core.stitch.band;
