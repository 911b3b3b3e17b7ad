/**
 * From places of a picture to directions and back. Directions are of the picture's own frame: X right, Y down, Z forward, its
 * middle at (0, 0, 1); angles are radians. A place is (x, y) in pixels, pixel centres at +0.5.
 */
package foldback.core.warp.projection;
