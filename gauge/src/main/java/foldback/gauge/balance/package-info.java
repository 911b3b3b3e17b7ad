/** Lenses that differ in exposure, white balance and falloff, simulated and evened out. */
package foldback.gauge.balance;
