package foldback.core.rig;

import foldback.core.run.Verdict;
import java.util.Optional;

/**
 * A rig kept for use on other takes.
 *
 * @param solved how it was found, if it was solved on a take: it is one unit's then, not a kind's
 * @param notes for people, or empty
 */
public record RigCard(Rig rig, Optional<Solved> solved, String notes) {
    /**
     * How a unit's rig was found.
     *
     * @param on the day, as year-month-day
     * @param take its name
     * @param residualRad by how much lenses disagreed on their points there, root mean square, radians
     */
    public record Solved(String on, String take, Verdict verdict, double residualRad) {}
}
