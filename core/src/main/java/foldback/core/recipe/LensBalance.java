package foldback.core.recipe;

/** Exposure and white balance of one lens: what was measured, and what was set by hand on top. */
public record LensBalance(String slot, Stops measured, Stops trim) {}
