package foldback.engine.rig;

import foldback.core.solve.adjust.SolveSettings;
import foldback.core.solve.adjust.SolveSettings.Freedom;
import java.util.List;

/**
 * How a rig is to be solved.
 *
 * @param moments take times to look at; none for those that are proposed
 * @param start what the rig that is started from is taken for
 * @param order whether the clips are in their slots
 */
public record RigRequest(List<Double> moments, Start start, Order order, Free free) {
    /** What a solve starts from. */
    public enum Start {
        /** The card of a rig of this kind: each unit differs. */
        KIND,
        /** The card of this very unit: only refined. */
        UNIT,
        /** Nothing but what the lenses are like: not where they point, nor in which order. */
        NOTHING
    }

    /** Whether clips are in the slots that they belong to. */
    public enum Order {
        GIVEN,
        /** To be found; not asked where a solve starts from nothing, which has no slots yet. */
        ANY
    }

    /**
     * How the lenses' numbers may change; where they point is always found.
     *
     * @param pupils held, or each lens's own
     */
    public record Free(Freedom focal, Freedom centre, Freedom distortion, Freedom pupils) {
        public static final Free ALL = new Free(Freedom.OWN, Freedom.OWN, Freedom.OWN, Freedom.OWN);
        /** What the lenses are like is as the card says. */
        public static final Free TURNS = new Free(Freedom.HELD, Freedom.HELD, Freedom.HELD, Freedom.OWN);

        public Free {
            if (pupils == Freedom.SHARED) {
                throw new IllegalArgumentException("Pupils are held, or each lens has its own: 'shared' says nothing.");
            }
        }
    }

    public RigRequest {
        moments = List.copyOf(moments);
    }

    SolveSettings settings() {
        SolveSettings settings = switch (start) {
            case KIND -> SolveSettings.defaults();
            case UNIT -> SolveSettings.refining();
            case NOTHING -> SolveSettings.fromNothing();
        };
        SolveSettings freed =
                settings.withFocal(free.focal).withCentre(free.centre).withDistortion(free.distortion);
        return free.pupils == Freedom.HELD ? freed.withPupil(0) : freed;
    }
}
