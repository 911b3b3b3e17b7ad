/**
 * How the rig moves, by what each lens's own pictures show: turning speed from frame to frame, in radians a second in the
 * lens's frame, and the brightness that goes with it, over clip time in seconds.
 */
package foldback.core.motion;
