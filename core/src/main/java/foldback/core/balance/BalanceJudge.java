package foldback.core.balance;

import foldback.core.overlap.Patches;
import foldback.core.run.Judgement;
import foldback.core.run.Reason;
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
    public static Judgement judge(
            List<String> names, int knots, LightSolution found, Patches.Refused[] refused, BalanceSettings settings) {
        if (names.size() == 1) {
            return new Judgement(Verdict.NOT_NEEDED, Reason.of(BalanceReason.ONE_LENS), "one lens");
        }
        double residual = found.after().stops();
        String figure = Double.isNaN(residual) ? "not evened" : String.format(Locale.ROOT, "%.2f stops left", residual);
        List<Reason> left = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            if (found.believed()[i] < settings.minPatches() * knots) {
                left.add(Reason.of(why(refused[i], found.believed()[i]), names.get(i)));
            }
        }
        if (!left.isEmpty()) {
            left.add(Reason.of(BalanceReason.TRIM_BY_HAND));
            return new Judgement(Verdict.UNSETTLED, left, figure);
        }
        Reason measured = Reason.of(BalanceReason.APART, found.before().stops(), residual, knots);
        if (residual <= settings.sureStops()) {
            return new Judgement(Verdict.SURE, measured, figure);
        }
        boolean small = residual <= settings.checkStops();
        return new Judgement(
                small ? Verdict.CHECK : Verdict.UNSETTLED,
                List.of(measured, Reason.of(BalanceReason.STILL_DIFFER)),
                figure);
    }

    private static BalanceReason why(Patches.Refused refused, int believed) {
        int all = refused.all() + believed;
        if (all == 0) {
            return BalanceReason.NOTHING_SHARED;
        }
        if (refused.clipped() > MOSTLY * all) {
            return BalanceReason.SHARED_BURNT_OUT;
        }
        return refused.dark() > MOSTLY * all ? BalanceReason.SHARED_BLACK : BalanceReason.SHARED_LOOKS_DIFFERENT;
    }
}
