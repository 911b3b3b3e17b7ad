/** What a recipe says of exposure and white balance: measured, and set by hand. */
package foldback.core.recipe.light;
