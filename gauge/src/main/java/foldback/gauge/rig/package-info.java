/** Solving rigs, measured on simulated ones of many kinds against the truth. */
package foldback.gauge.rig;
