/** Rigs of takes: solved from the clips' own pictures. */
package foldback.engine.rig;
