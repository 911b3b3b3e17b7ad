package foldback.core.recipe;

import foldback.core.run.Verdict;

/**
 * What a measurement of offsets found.
 *
 * @param algorithm version of what measured
 * @param reason of the verdict, for people
 * @param residualSeconds the largest disagreement between pairs of clips
 */
public record SyncMeasure(int algorithm, Verdict verdict, String reason, double residualSeconds) {}
