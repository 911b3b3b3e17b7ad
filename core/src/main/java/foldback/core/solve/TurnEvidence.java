package foldback.core.solve;

import foldback.core.match.TiePoint;
import foldback.core.match.TurnPoint;
import foldback.core.match.Turns;
import foldback.core.match.points.PointFinder;
import foldback.core.match.points.TurnFinder;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.solve.adjust.RigSolver;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a take tells of the inside of its lenses where the rig turned: far things cross each lens from the middle to the rim, and calibrate it
 * by themselves. First coarse patches all over the lenses, which bring the turn and the way near, then fine ones.
 */
final class TurnEvidence {
    private static final PointFinder.Search COARSE =
            new PointFinder.Search(Math.toRadians(1.5), 1.6, Math.toRadians(0.18)).sparse(Math.toRadians(6));
    private static final PointFinder.Search FINE =
            new PointFinder.Search(Math.toRadians(0.4), 1, 0).sparse(Math.toRadians(3.5));
    /** Fewer points tell nothing of a turn. */
    private static final int LEAST_POINTS = 40;

    private final PointFinder reference;
    private final List<PointFinder> moments;

    /**
     * @param reference the moment that all turns are counted from
     * @param moments to which the rig turned
     */
    TurnEvidence(PointFinder reference, List<PointFinder> moments) {
        this.reference = reference;
        this.moments = moments;
    }

    /**
     * Looks for it.
     *
     * @param rig about as it is
     * @param points between its lenses, from which it is known
     */
    Turns find(Rig card, Rig rig, List<TiePoint> points, SolveSettings settings, Run run) {
        TurnFinder finder = new TurnFinder(reference);
        List<PointFinder> turned = new ArrayList<>();
        List<Turns.Turn> turns = new ArrayList<>();
        List<TurnPoint> coarse = new ArrayList<>();
        for (int n = 0; n < moments.size(); n++) {
            PointFinder moment = moments.get(n);
            Optional<Rotation> turn = finder.turn(rig, moment, Run.QUIET);
            run.check();
            if (turn.isEmpty()) {
                continue;
            }
            List<TurnPoint> found =
                    finder.points(rig, moment, turn.get(), Position.ORIGIN, COARSE, turns.size(), Run.QUIET);
            if (found.size() >= LEAST_POINTS) {
                turned.add(moment);
                turns.add(new Turns.Turn(n, turn.get()));
                coarse.addAll(found);
            }
        }
        if (turned.isEmpty()) {
            return Turns.NONE;
        }
        RigSolver.Guess guess = RigSolver.guess(card, rig, points, new Turns(turns, coarse), settings, Run.QUIET);
        PointFinder.Search search = FINE.upTo(RigFinder.nearestAfter(guess));
        List<Turns.Turn> found = new ArrayList<>();
        List<TurnPoint> fine = new ArrayList<>();
        for (int n = 0; n < turned.size(); n++) {
            RigSolver.Stand stand = guess.stands().get(n);
            found.add(new Turns.Turn(turns.get(n).moment(), stand.referenceFromRig()));
            fine.addAll(finder.points(
                    guess.rig(), turned.get(n), stand.referenceFromRig(), stand.place(), search, n, Run.QUIET));
        }
        return new Turns(found, fine);
    }
}
