/** Steady held against truth: how well a rig's turning is measured, and what of its shake is left. */
package foldback.gauge.steady;
