/**
 * Cameras in the simulated world: rays through lenses, light on a sensor, sound, clips and the truth beside them.
 */
package foldback.sim.film;
