/** What was decided and measured about the depth of a take of two eyes. Angles in radians, times in seconds of the take. */
package foldback.core.recipe.depth;
