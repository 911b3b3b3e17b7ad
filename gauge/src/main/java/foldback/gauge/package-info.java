/** Figures against truth ({@code measure}), ratios of speed ({@code speed}) and filming the simulated world. */
package foldback.gauge;
