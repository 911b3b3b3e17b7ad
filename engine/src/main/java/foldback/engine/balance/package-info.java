/** Exposure and white balance of takes: measured over time, and what is left of their differences. */
package foldback.engine.balance;
