/** Sound that several recorders hear, each from its place, with its own wind and its own clock. */
package foldback.sim.sound;
