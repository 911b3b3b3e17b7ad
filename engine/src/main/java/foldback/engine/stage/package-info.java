/**
 * The stages of the work on a take: what each keeps in the recipe, what it says of itself, what it shows over time, and what
 * it can do by itself. Their order stands in one list, the service file of {@link foldback.engine.stage.Stage}; nothing else
 * names them. Times are take times in seconds.
 */
package foldback.engine.stage;
