/**
 * Tie points: places that two lens pictures share.
 *
 * <p>Features on views without distortion say about where the lenses point; small patches seen through both lenses, laid over
 * each other by what is known by then, say it to a part of a pixel.
 */
package foldback.core.match.points;
