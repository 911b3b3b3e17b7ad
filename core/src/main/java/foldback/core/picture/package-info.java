/**
 * Planar pictures in memory: planes of 8-bit (bytes, unsigned) or deeper (shorts) samples, and frames of three planes
 * Y'CbCr with the tags that say what the code values mean. Buffers are mutable, owned by one holder at a time and reused.
 */
package foldback.core.picture;
