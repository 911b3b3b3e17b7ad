/** Lenses that differ in exposure, white balance and vignetting, simulated and evened out. */
package foldback.gauge.balance;
