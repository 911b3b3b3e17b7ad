/**
 * Carries a plan out, cell by cell: samples of the lenses' pictures are gathered, corrected, mixed and stored as code values of a 4:2:0
 * canvas. Samples have {@value foldback.core.warp.Sampler#FRACTION_BITS} fraction bits in between.
 */
package foldback.core.stitch.paint;
