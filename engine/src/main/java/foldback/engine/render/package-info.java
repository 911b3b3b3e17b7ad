/**
 * Renders: decoders, stitch and encoder overlap, connected by small pools of frames; pieces of a fixed length are encoded
 * on their own, joined, tagged, verified, and appear under their final name only then. What is finished of a broken render
 * is used again.
 */
package foldback.engine.render;
