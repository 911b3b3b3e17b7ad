/**
 * How rigs move, by what their lenses' own small pictures show. Of a lens alone: its turning speed from frame to frame, in radians a second in the
 * lens's frame, and the brightness that goes with it, over clip time in seconds ({@link foldback.core.motion.TurnMeter}, {@link
 * foldback.core.motion.TurnTracker}). Of all lenses together: one turn and one travel, over take time, in the rig's frame ({@link
 * foldback.core.motion.TravelMeter}, {@link foldback.core.motion.RigTracker}).
 */
package foldback.core.motion;
