/**
 * Lens models: from a direction in the lens's frame (Z along its axis) to a place in its picture and back.
 *
 * <p>Focal length, centre and image circle are in pixels of the stated picture size; an image of width W covers [0, W).
 */
package foldback.core.lens;
