/**
 * Where lenses are painted in or out: strokes in the lenses' own pictures, which stay where they are whatever becomes of the rig. Places are
 * shares of a picture's width and height, from its top left corner; sizes are shares of its height; times are of the take, seconds.
 */
package foldback.core.matte;
