package foldback.core.balance;

import foldback.core.overlap.Patches;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Says how good a balance is, and of each lens that could not be evened, why. */
public final class BalanceJudge {
    private static final double MOSTLY = 0.5;

    private BalanceJudge() {}

    /**
     * Judges.
     *
     * @param names of the lenses
     * @param knots how many there were
     * @param refused of each lens, over all knots
     */
    public static Evidence judge(
            List<String> names, int knots, LightSolution found, Patches.Refused[] refused, BalanceSettings settings) {
        if (names.size() == 1) {
            return new Evidence(Verdict.NOT_NEEDED, "One lens differs from no other.", "one lens");
        }
        double residual = found.after().stops();
        String figure = Double.isNaN(residual) ? "not evened" : String.format(Locale.ROOT, "%.2f stops left", residual);
        List<String> left = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            if (found.believed()[i] < settings.minPatches() * knots) {
                left.add("Lens " + names.get(i) + " could not be evened: " + why(refused[i], found.believed()[i]));
            }
        }
        if (!left.isEmpty()) {
            return new Evidence(Verdict.UNSETTLED, String.join(" ", left) + " Trim it by hand.", figure);
        }
        String measured = String.format(
                Locale.ROOT,
                "%.2f stops apart at the seams before, %.2f after, at %d moments.",
                found.before().stops(),
                residual,
                knots);
        if (residual <= settings.sureStops()) {
            return new Evidence(Verdict.SURE, measured, figure);
        }
        boolean small = residual <= settings.checkStops();
        return new Evidence(
                small ? Verdict.CHECK : Verdict.UNSETTLED,
                measured + " The lenses still differ: look at the seams, or trim by hand.",
                figure);
    }

    private static String why(Patches.Refused refused, int believed) {
        int all = refused.all() + believed;
        if (all == 0) {
            return "it shares no place with another lens.";
        }
        if (refused.clipped() > MOSTLY * all) {
            return "what it shares with others is burnt out.";
        }
        if (refused.dark() > MOSTLY * all) {
            return "what it shares with others is black.";
        }
        return "what it shares with others looks different in each: near or moving things.";
    }
}
