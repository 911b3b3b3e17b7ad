package foldback.engine.rig;

import foldback.core.recipe.geometry.ExpectedMismatch;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.geometry.LensDoubt;
import foldback.core.recipe.geometry.RigMeasure;
import foldback.core.recipe.geometry.RigPair;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.solve.PairFigures;
import foldback.core.solve.PointFit;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveResult;
import foldback.core.solve.adjust.Uncertainty;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What a solve says, as a take's recipe keeps it. */
public final class TakeGeometry {
    /** Raised whenever the same footage would give another rig. */
    public static final int ALGORITHM = 1;

    /** A meeting distance beyond that is as good as none, metres; nearer than the nearest none can be set. */
    private static final double FAR_METRES = 50;

    private static final double NEAR_METRES = 0.3;

    private TakeGeometry() {}

    /**
     * The geometry of a solved take; the rig as it was, with the verdict, where nothing was found.
     *
     * @param moments take times that were looked at
     * @param points content hash of the points that were found
     */
    public static Geometry of(RigFinder.Found found, Geometry before, List<Double> moments, String points) {
        RigMeasure measure = new RigMeasure(
                ALGORITHM,
                found.judgement().verdict(),
                found.judgement().reasons(),
                rest(found),
                found.result().flatMap(TakeGeometry::expected),
                moments,
                meetingMetres(found),
                points,
                pairs(found),
                doubts(found));
        boolean solved = found.result().isPresent();
        return new Geometry(
                solved ? merged(before.rig(), found.rig()) : before.rig(),
                solved ? Geometry.SOLVED : before.source(),
                Optional.of(measure),
                solved ? Optional.of(points) : before.points(),
                before.off());
    }

    /** A rig with those of its lenses that were solved; others stay where they were. */
    private static Rig merged(Rig before, Rig solved) {
        Map<String, RigLens> found =
                solved.lenses().stream().collect(Collectors.toMap(RigLens::slot, Function.identity()));
        return new Rig(
                before.name(),
                before.lenses().stream()
                        .map(lens -> found.getOrDefault(lens.slot(), lens))
                        .toList());
    }

    /** Nothing where the points leave all open. */
    private static Optional<ExpectedMismatch> expected(SolveResult result) {
        Uncertainty uncertainty = result.uncertainty();
        boolean told = Double.isFinite(uncertainty.mismatchRad()) && Double.isFinite(uncertainty.lensRad());
        return told
                ? Optional.of(new ExpectedMismatch(uncertainty.mismatchRad(), uncertainty.lensRad()))
                : Optional.empty();
    }

    private static double rest(RigFinder.Found found) {
        return Math.sqrt(found.believed().stream()
                .mapToDouble(point -> PointFit.of(found.rig(), point).residualRad())
                .filter(rest -> !Double.isNaN(rest))
                .map(rest -> rest * rest)
                .average()
                .orElse(0));
    }

    /** The distance about which half of the points are nearer: what fits there fits about as well as can be in all overlaps. */
    private static double meetingMetres(RigFinder.Found found) {
        double[] inverse = found.believed().stream()
                .mapToDouble(point -> PointFit.of(found.rig(), point).inverseDistance())
                .filter(each -> !Double.isNaN(each))
                .sorted()
                .toArray();
        double middle = inverse.length == 0 ? 0 : inverse[inverse.length / 2];
        return middle < 1 / FAR_METRES ? Double.POSITIVE_INFINITY : Math.max(NEAR_METRES, 1 / middle);
    }

    private static List<RigPair> pairs(RigFinder.Found found) {
        Rig rig = found.rig();
        return PairFigures.of(rig, found.believed()).stream()
                .map(pair -> new RigPair(
                        rig.lenses().get(pair.first()).slot(),
                        rig.lenses().get(pair.second()).slot(),
                        pair.points(),
                        pair.rmsRad(),
                        pair.mostRad(),
                        pair.coverage().share()))
                .toList();
    }

    private static List<LensDoubt> doubts(RigFinder.Found found) {
        List<LensDoubt> doubts = new ArrayList<>();
        Optional<SolveResult> result = found.result();
        for (int i = 0; result.isPresent() && i < found.rig().lenses().size(); i++) {
            Uncertainty.OfLens of = result.get().uncertainty().lenses().get(i);
            double focal = found.rig().lenses().get(i).lens().focalPx();
            if (Double.isFinite(of.turn())) {
                doubts.add(new LensDoubt(
                        found.rig().lenses().get(i).slot(),
                        of.turn(),
                        of.focal() / focal,
                        of.centre(),
                        of.undecided().stream().map(Uncertainty.Part::word).toList()));
            }
        }
        return doubts;
    }
}
