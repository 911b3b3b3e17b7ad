/** Small pictures of a lens on a rig that turns, quick enough for hundreds of trials: a still sphere, looked at from a moving head. Rides, and what a motion log records on them. */
package foldback.sim.motion;
