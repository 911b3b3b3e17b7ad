/**
 * The recipe: everything decided about a take, as one immutable document, and what it means for one picture.
 *
 * <p>A recipe is data only. Angles are radians here and degrees in files; offsets are seconds of take time, stops are
 * corrections that are added.
 */
package foldback.core.recipe;
