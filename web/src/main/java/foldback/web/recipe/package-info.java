/** Revisions of recipes: append-only for each take; undo moves a head, a change after it branches. */
package foldback.web.recipe;
