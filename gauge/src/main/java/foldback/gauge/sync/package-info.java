/** Sync measured on simulated takes: by sound, by motion and by light, and how long it takes. */
package foldback.gauge.sync;
