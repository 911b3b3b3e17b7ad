package foldback.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A stage's judgement of a result.
 *
 * @param reasons why, the first one first
 * @param figure the one figure that decides, with its unit, for example {@code 0.02 stops}
 */
public record Judgement(Verdict verdict, List<Reason> reasons, String figure) {
    public Judgement {
        reasons = List.copyOf(reasons);
    }

    public Judgement(Verdict verdict, Reason reason, String figure) {
        this(verdict, List.of(reason), figure);
    }

    /** The same with one more thing to say. */
    public Judgement saying(Reason more) {
        List<Reason> all = new ArrayList<>(reasons);
        all.add(more);
        return new Judgement(verdict, all, figure);
    }

    /** The same, which cannot be sure. */
    public Judgement doubted() {
        return new Judgement(verdict == Verdict.SURE ? Verdict.CHECK : verdict, reasons, figure);
    }

    /** Why, in sentences. */
    public String reason() {
        return sentences(reasons);
    }

    /** Reasons for people. */
    public static String sentences(List<Reason> reasons) {
        return reasons.stream().map(Reason::sentence).collect(Collectors.joining(" "));
    }
}
