/** Where the places of a take's clips in time come from, and what was measured about them. Times in seconds of the take. */
package foldback.core.recipe.sync;
