package foldback.core.run;

/**
 * A stage's judgement of its own result.
 *
 * @param verdict the judgement
 * @param reason why, in one sentence for the user
 * @param figure the one figure that decides, with its unit, for example {@code 0.02 stops}
 */
public record Evidence(Verdict verdict, String reason, String figure) {}
