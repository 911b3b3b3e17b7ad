/** Rigs: the lenses of a take with their rotations and pupil positions in the rig's frame, and the ready-made ones. */
package foldback.core.rig;
