package foldback.engine.rig;

import foldback.core.solve.adjust.SolveSettings;
import java.util.List;

/**
 * How a rig is to be solved.
 *
 * @param moments take times to look at; none for those that are proposed
 * @param card of what it is
 * @param turnsOnly whether what the lenses are like is held, and only where they point is found
 */
public record RigRequest(List<Double> moments, Card card, boolean turnsOnly) {
    /** What the rig that a solve starts from is taken for. */
    public enum Card {
        /** The card of a rig of this kind: each unit differs. */
        KIND,
        /** The card of this very unit: only refined. */
        UNIT
    }

    public RigRequest {
        moments = List.copyOf(moments);
    }

    SolveSettings settings() {
        SolveSettings settings = card == Card.UNIT ? SolveSettings.refining() : SolveSettings.defaults();
        return turnsOnly ? settings.turnsOnly() : settings;
    }
}
