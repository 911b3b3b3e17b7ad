/** Where a take's geometry comes from, and how good it was found to be. */
package foldback.core.recipe.geometry;
