/** The stage Depth: how far apart the eyes of a take see what they see, and how that is shown. */
package foldback.engine.depth;
