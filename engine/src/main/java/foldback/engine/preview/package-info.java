/** Pictures for pages: stitched or of one lens, at a moment, quickly; decoded frames and plans are kept in bounded caches. */
package foldback.engine.preview;
