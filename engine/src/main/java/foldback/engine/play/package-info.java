/** Plays what a recipe makes now, from proxies, with sound. */
package foldback.engine.play;
