package foldback.core.solve;

import foldback.core.lens.Lens;
import foldback.core.match.TiePoint;
import foldback.core.rig.Rig;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.core.solve.adjust.SolveResult;
import foldback.core.space.Direction;
import java.util.List;
import java.util.Locale;

/** Says how far a solved rig is to be believed, and why. */
final class RigJudge {
    private static final double SURE_POINTS = 120;
    private static final double LEAST_POINTS = 25;
    private static final double SURE_RAD = Math.toRadians(0.03);
    private static final double SURE_ON_FAR_RAD = Math.toRadians(0.12);
    private static final double CHECK_RAD = Math.toRadians(0.15);
    private static final double SURE_RIVAL_RAD = Math.toRadians(0.02);
    private static final double CHECK_RIVAL_RAD = Math.toRadians(0.4);
    private static final double SURE_REST_RAD = Math.toRadians(0.06);

    /** Lenses that see by that share more or less wide than the card says are hardly of its kind. */
    private static final double OTHER_KIND = 0.1;

    private RigJudge() {}

    /** By what share a lens sees wider than another one, where the difference is largest; negative where less wide. */
    private static double wider(Lens card, Lens found) {
        double most = 0;
        double[] xy = new double[2];
        for (double share : new double[] {0.4, 0.65, 0.9}) {
            double angle = share * Math.min(card.halfField(), Math.toRadians(110));
            Direction ray = Direction.ofYawPitch(angle, 0);
            card.project(new double[] {ray.x(), ray.y(), ray.z()}, xy, new double[1], 1);
            double across =
                    Math.hypot(xy[0] - card.frame().cx(), xy[1] - card.frame().cy());
            try {
                double now = found.unproject(
                                found.frame().cx() + across, found.frame().cy())
                        .angleTo(Direction.FORWARD);
                most = Math.abs(now / angle - 1) > Math.abs(most) ? now / angle - 1 : most;
            } catch (IllegalArgumentException beyondItsRim) {
                return 1;
            }
        }
        return most;
    }

    static Evidence nothing() {
        return new Evidence(
                Verdict.UNSETTLED,
                "The lenses' pictures share too little to be compared. Choose a moment at which far things stand in the overlaps,"
                        + " or check that the rig card is of this kind of rig.",
                "no points");
    }

    static Evidence judge(Rig card, List<TiePoint> points, SolveResult result) {
        int lenses = card.lenses().size();
        double[] believed = new double[lenses];
        double squares = 0;
        int count = 0;
        for (int i = 0; i < points.size(); i++) {
            if (!result.isBelieved(i)) {
                continue;
            }
            believed[points.get(i).first()]++;
            believed[points.get(i).second()]++;
            squares += result.restPx()[i] * result.restPx()[i];
            count++;
        }
        double rest = count == 0 ? Double.POSITIVE_INFINITY : Math.sqrt(squares / count) / card.meanFocalPx();
        String figure = String.format(Locale.ROOT, "%.3f\u00b0", Math.toDegrees(rest));
        int poorest = 0;
        for (int i = 1; i < lenses; i++) {
            poorest = believed[i] < believed[poorest] ? i : poorest;
        }
        String slot = card.lenses().get(poorest).slot();
        double open = result.uncertainty().mismatchRad();
        if (believed[poorest] < LEAST_POINTS) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    String.format(
                            Locale.ROOT,
                            "Lens %s shares only %.0f points with the others: its place is not decided. Choose another moment,"
                                    + " or check that its clip belongs to this slot.",
                            slot,
                            believed[poorest]),
                    figure);
        }
        if (open > CHECK_RAD || result.rivalRad() > CHECK_RIVAL_RAD) {
            return new Evidence(
                    Verdict.UNSETTLED,
                    "Rigs that differ clearly explain the points as well. Choose a moment with far things in all overlaps.",
                    figure);
        }
        double wider =
                wider(card.lenses().get(0).lens(), result.rig().lenses().get(0).lens());
        if (Math.abs(wider) > OTHER_KIND) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "The lenses see %.0f%% %s than what the solve started from: is it the right kind of lens?"
                                    + " Choose another kind and solve again, or look along the seams.",
                            100 * Math.abs(wider),
                            wider > 0 ? "wider" : "less wide"),
                    figure);
        }
        if (believed[poorest] < SURE_POINTS) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "Lens %s shares only %.0f points with the others. Look along its seams.",
                            slot,
                            believed[poorest]),
                    figure);
        }
        if (lenses == 2) {
            boolean oneMoment =
                    points.stream().mapToInt(TiePoint::moment).distinct().count() == 1;
            return new Evidence(
                    Verdict.CHECK,
                    "Of two lenses, how near things are and how wide the lenses see are told apart by ground and sky alone."
                            + " Look whether far things meet all along the seam."
                            + (oneMoment ? " A second moment, the rig turned or carried elsewhere, tells more." : ""),
                    figure);
        }
        if (result.onFarRad() > SURE_ON_FAR_RAD) {
            return new Evidence(
                    Verdict.CHECK,
                    "How the lenses lie rests on what seems to be far off or level ground."
                            + " Look whether far things meet along all seams.",
                    figure);
        }
        if (open > SURE_RAD || result.rivalRad() > SURE_RIVAL_RAD || rest > SURE_REST_RAD) {
            return new Evidence(
                    Verdict.CHECK,
                    String.format(
                            Locale.ROOT,
                            "The points leave %.2f\u00b0 open. Look along the seams, or solve at another moment.",
                            Math.toDegrees(Math.max(open, Math.max(rest, result.rivalRad())))),
                    figure);
        }
        return new Evidence(
                Verdict.SURE, String.format(Locale.ROOT, "%d points agree all over the overlaps.", count), figure);
    }
}
