package foldback.core.balance;

import foldback.core.run.Reason;
import foldback.core.run.ReasonCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Why a balance is judged as it is. */
public enum BalanceReason implements ReasonCode {
    ONE_LENS,
    /** Names: the lens. */
    NOTHING_SHARED,
    /** Names: the lens. */
    SHARED_BURNT_OUT,
    /** Names: the lens. */
    SHARED_BLACK,
    /** Names: the lens. */
    SHARED_LOOKS_DIFFERENT,
    TRIM_BY_HAND,
    /** Numbers: stops before and after, moments. */
    APART,
    STILL_DIFFER,
    /** Names: the curve that is assumed, then of each lens its slot and its curve. */
    MIXED_CURVES,
    /** Names: the curve that is assumed, the one that the pictures look like. */
    OTHER_CURVE,
    /** Names: what an earlier version said. */
    EARLIER;

    @Override
    public String sentence(Reason it) {
        return switch (this) {
            case ONE_LENS -> "One lens differs from no other.";
            case NOTHING_SHARED -> notEvened(it, "it shares no place with another lens.");
            case SHARED_BURNT_OUT -> notEvened(it, "what it shares with others is burnt out.");
            case SHARED_BLACK -> notEvened(it, "what it shares with others is black.");
            case SHARED_LOOKS_DIFFERENT ->
                notEvened(it, "what it shares with others looks different in each: near or moving things.");
            case TRIM_BY_HAND -> "Trim it by hand.";
            case APART ->
                String.format(
                        Locale.ROOT,
                        "%.2f stops apart at the seams before, %.2f after, at %d moments.",
                        it.number(0),
                        it.number(1),
                        it.whole(2));
            case STILL_DIFFER -> "The lenses still differ: look at the seams, or trim by hand.";
            case MIXED_CURVES ->
                "The clips have different curves (" + curves(it.names()) + ") and are all taken to be " + it.name()
                        + ": record or convert them alike, or choose the curve that all have.";
            case OTHER_CURVE ->
                "The lenses differ otherwise in bright than in dark places: the curve is taken to be " + it.name()
                        + ", the pictures look like " + it.names().get(1) + ". Choose that curve and even them again.";
            case EARLIER -> it.name();
        };
    }

    private static String notEvened(Reason it, String why) {
        return "Lens " + it.name() + " could not be evened: " + why;
    }

    private static String curves(List<String> names) {
        List<String> curves = new ArrayList<>();
        for (int i = 1; i + 1 < names.size(); i += 2) {
            curves.add(names.get(i) + " " + names.get(i + 1));
        }
        return String.join(", ", curves);
    }
}
