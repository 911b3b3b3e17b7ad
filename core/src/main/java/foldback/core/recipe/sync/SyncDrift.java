package foldback.core.recipe.sync;

/**
 * How well the rate of a clip's clock is known; the rate itself stands with the clip.
 *
 * @param sigmaPpm standard error, parts per million
 */
public record SyncDrift(String slot, double sigmaPpm) {}
