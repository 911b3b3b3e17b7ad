/**
 * How a rig was shaken, and how it is shown as if it had not been. Tracks of rotations take directions in the rig's frame at a time to those of
 * a frame that does not turn; times are take times in seconds, angles radians.
 */
package foldback.core.steady;
