/** Seams as a stage of the work: where and how lenses meet. */
package foldback.engine.seam;
