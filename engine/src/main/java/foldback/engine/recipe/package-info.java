/**
 * Recipes as documents, and changes of them. What stands in a stage's section is the stage's own matter; all numbers have a
 * stated range, in the units that their names say.
 */
package foldback.engine.recipe;
