/**
 * From canvas to lens picture: where each canvas pixel looks, and how samples are taken there.
 *
 * <p>Source coordinates are computed exactly on a coarse grid of canvas pixels and interpolated between its nodes in
 * fixed point with 16 fraction bits. Kernels gather a strip of cells at a time into an int buffer, in
 * code values with {@value foldback.core.warp.Sampler#FRACTION_BITS} fraction bits.
 */
package foldback.core.warp;
