/**
 * The parts of a recipe in which stages keep what was decided: typed sections with a name and a neutral value, which a recipe
 * holds without knowing the stages.
 */
package foldback.core.recipe.section;
