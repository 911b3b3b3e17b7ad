/** Steady as a stage of the work: how a take's rig was shaken, measured from its pictures, and how it is shown. */
package foldback.engine.steady;
