package foldback.core.match.points;

import foldback.core.match.TiePoint;
import foldback.core.match.TurnPoint;
import foldback.core.match.view.Picture;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Finds how a rig turned between two moments, and what its lenses saw both before and after. */
public final class TurnFinder {
    /** Fewer features that agree say nothing of how a lens turned. */
    private static final double LEAST_SCORE = 12;
    /** All lenses of a rig turn alike, but for what is not yet known of them, radians. */
    private static final double ALIKE = Math.toRadians(6);

    private static final double FEATURE_TOLERANCE = Math.toRadians(3);

    private final PointFinder reference;
    private List<List<Feature>> ofReference;

    /** @param reference the moment that all turns are counted from */
    public TurnFinder(PointFinder reference) {
        this.reference = reference;
    }

    /**
     * How the rig turned, by the features of each of its lenses.
     *
     * @param rig about as it is
     * @return takes directions in the rig's frame of the turned moment to that of the reference; empty where the lenses do not agree
     */
    public Optional<Rotation> turn(Rig rig, PointFinder turned, Run run) {
        if (ofReference == null) {
            ofReference = features(rig, reference, run);
        }
        List<List<Feature>> ofTurned = features(rig, turned, run);
        List<RotationConsensus.Found> found = IntStream.range(0, rig.lenses().size())
                .parallel()
                .mapToObj(i -> RotationConsensus.find(
                        FeatureMatcher.match(ofReference.get(i), ofTurned.get(i), (a, b) -> true), FEATURE_TOLERANCE))
                .toList();
        Rotation best = null;
        double most = LEAST_SCORE;
        for (int i = 0; i < found.size(); i++) {
            if (found.get(i).score() >= most) {
                most = found.get(i).score();
                best = ofRig(rig.lenses().get(i), found.get(i));
            }
        }
        for (int i = 0; i < found.size() && best != null; i++) {
            boolean tells = found.get(i).score() >= LEAST_SCORE;
            if (tells && ofRig(rig.lenses().get(i), found.get(i)).angleTo(best) > ALIKE) {
                return Optional.empty();
            }
        }
        return Optional.ofNullable(best);
    }

    private static Rotation ofRig(RigLens lens, RotationConsensus.Found found) {
        return lens.rigFromLens()
                .times(found.firstFromSecond())
                .times(lens.rigFromLens().inverse());
    }

    private static List<List<Feature>> features(Rig rig, PointFinder finder, Run run) {
        return IntStream.range(0, rig.lenses().size())
                .parallel()
                .mapToObj(i -> {
                    run.check();
                    return FeatureFinder.find(
                            rig.lenses().get(i).lens(), finder.pictures().get(i), ray -> true);
                })
                .toList();
    }

    /**
     * What lenses saw at the reference moment and, turned, at another one.
     *
     * @param referenceFromRig how the rig had turned by then
     * @param place of its origin by then, in its frame at the reference moment, metres
     * @param number of the turned moment, for the points
     */
    public List<TurnPoint> points(
            Rig rig,
            PointFinder turned,
            Rotation referenceFromRig,
            Position place,
            PointFinder.Search search,
            int number,
            Run run) {
        int lenses = rig.lenses().size();
        Rig both = both(rig, referenceFromRig, place);
        List<Picture> pictures = new ArrayList<>(reference.pictures());
        pictures.addAll(turned.pictures());
        PointFinder finder = new PointFinder(pictures, 0);
        SphereGrid grid = PointFinder.grid(both);
        List<TurnPoint> points = new ArrayList<>();
        for (int i = 0; i < lenses; i++) {
            for (TiePoint tie : finder.patches(both, grid, i, lenses, search, run)) {
                points.add(new TurnPoint(
                        i, tie.x1(), tie.y1(), tie.second() - lenses, tie.x2(), tie.y2(), tie.spread(), number));
            }
            run.step((i + 1.0) / lenses);
        }
        return points;
    }

    /** The rig, and behind it the same rig as it stood when it had turned. */
    private static Rig both(Rig rig, Rotation turn, Position place) {
        List<RigLens> lenses = new ArrayList<>();
        for (int n = 0; n < 2 * rig.lenses().size(); n++) {
            RigLens lens = rig.lenses().get(n % rig.lenses().size());
            boolean turned = n >= rig.lenses().size();
            lenses.add(new RigLens(
                    String.valueOf((char) ('A' + n)),
                    lens.lens(),
                    turned ? turn.times(lens.rigFromLens()) : lens.rigFromLens(),
                    turned ? turn.apply(lens.pupil()).plus(place) : lens.pupil()));
        }
        return new Rig(rig.name(), lenses);
    }
}
