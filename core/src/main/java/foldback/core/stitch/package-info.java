/**
 * From lens pictures to the canvas: the plan (which lens shows which pixel, with what weight) and its execution.
 *
 * <p>Plans are immutable and depend on the recipe and the size alone; the result has the same bits on any number of
 * threads.
 */
package foldback.core.stitch;
