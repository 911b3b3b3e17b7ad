package foldback.web.bench;

import foldback.core.run.Evidence;
import java.util.List;

/**
 * One stage in the ledger.
 *
 * @param stage its name in lower case, for programs
 * @param name its name, for people
 * @param verdict sure, check, unsettled or not needed
 * @param reason why, one sentence
 * @param figure the figure that decides
 * @param bars extents over time: label, from, to; for lanes that show when something is there
 * @param lane what the lane shows: "bars", "curve" (asked for on its own) or "none"
 */
record LedgerRow(String stage, String name, String verdict, String reason, String figure, String lane, List<Bar> bars) {
    /** @param damaged where within it something is lost: from and to of each place */
    record Bar(String label, double from, double to, List<double[]> damaged) {}

    static LedgerRow of(String stage, String name, Evidence evidence, String lane, List<Bar> bars) {
        return new LedgerRow(stage, name, evidence.verdict().word(), evidence.reason(), evidence.figure(), lane, bars);
    }
}
