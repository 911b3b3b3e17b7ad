/**
 * Making pictures of a take: what is decided about it, the lenses' pictures of a moment and a target give a picture. Renders,
 * previews, played films and measures all come from here; nothing else chooses depth, tags, kernel or transform.
 */
package foldback.engine.picture;
