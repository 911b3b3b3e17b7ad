package foldback.web.bench;

import foldback.core.run.Evidence;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.stage.WorkThrough;
import foldback.web.stage.StageLanes;

/**
 * One stage in the ledger.
 *
 * @param stage its name in lower case, for programs
 * @param name its name, for people
 * @param verdict what the evidence says, or that a person left the stage as it is
 * @param reason why, one sentence
 * @param figure the figure that decides
 * @param open whether its action would settle it, or was not tried yet
 * @param givable whether other takes can be given it
 * @param lane what its lane is known by, or null where it shows none that is measured
 * @param laneLater whether the lane takes long, and is only for those who look at it
 */
record LedgerRow(
        String stage,
        String name,
        String verdict,
        String reason,
        String figure,
        boolean open,
        boolean givable,
        String lane,
        boolean laneLater) {
    private static final String LEFT = "left as it is";

    static LedgerRow of(Stage stage, StageView view) {
        Evidence evidence = stage.evidence(view);
        boolean left = view.recipe().left().contains(stage.name());
        boolean later = stage.lane()
                .filter(lane -> lane.effort() == StageLane.Effort.MUCH)
                .isPresent();
        return new LedgerRow(
                stage.name(),
                stage.title(),
                left ? LEFT : evidence.verdict().word(),
                evidence.reason(),
                evidence.figure(),
                WorkThrough.isOpen(stage, view.recipe(), evidence),
                stage.canBeGiven(),
                StageLanes.key(stage, view.recipe()).orElse(null),
                later);
    }
}
