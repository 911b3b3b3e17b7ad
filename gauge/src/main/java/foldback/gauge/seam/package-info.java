/** Seams held against the simulated sphere as it truly was. */
package foldback.gauge.seam;
