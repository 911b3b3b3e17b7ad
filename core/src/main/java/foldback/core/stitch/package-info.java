/**
 * From lens pictures to the canvas: stitchers for rigs that stand and for rigs that turn, and what is laid over their pictures. The
 * result has the same bits on any number of threads.
 */
package foldback.core.stitch;
