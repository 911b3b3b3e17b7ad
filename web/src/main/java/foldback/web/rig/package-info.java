/** Solving rigs, and their tie points. */
package foldback.web.rig;
