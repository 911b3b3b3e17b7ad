/** Numerical tools that several stages share: Fourier transforms, and statistics that a few outliers do not move. */
package foldback.core.numeric;
