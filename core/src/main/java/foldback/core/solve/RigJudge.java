package foldback.core.solve;

import foldback.core.lens.Lens;
import foldback.core.match.TiePoint;
import foldback.core.rig.Rig;
import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import foldback.core.solve.adjust.SolveResult;
import foldback.core.space.Direction;
import java.util.ArrayList;
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
    private static final double SURE_RESIDUAL_RAD = Math.toRadians(0.06);
    /** What is expected over the whole of two lenses that are known inside, too; two eyes see all of each other. */
    private static final double SURE_LENS_RAD = Math.toRadians(0.06);

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

    static Judgement nothing() {
        return new Judgement(Verdict.UNSETTLED, Reason.of(RigReason.NOTHING_COMPARED), "no points");
    }

    static Judgement judge(Rig card, List<TiePoint> points, SolveResult result) {
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
            squares += result.residualPx()[i] * result.residualPx()[i];
            count++;
        }
        double residual = count == 0 ? Double.POSITIVE_INFINITY : Math.sqrt(squares / count) / card.meanFocalPx();
        int poorest = 0;
        for (int i = 1; i < lenses; i++) {
            poorest = believed[i] < believed[poorest] ? i : poorest;
        }
        String slot = card.lenses().get(poorest).slot();
        double open = result.uncertainty().mismatchRad();
        String figure = String.format(Locale.ROOT, "%.3f\u00b0", Math.toDegrees(open));
        if (believed[poorest] < LEAST_POINTS) {
            return new Judgement(Verdict.UNSETTLED, Reason.of(RigReason.PLACE_OPEN, slot, believed[poorest]), figure);
        }
        if (open > CHECK_RAD || result.rivalRad() > CHECK_RIVAL_RAD) {
            return new Judgement(Verdict.UNSETTLED, Reason.of(RigReason.RIVAL_RIGS), figure);
        }
        double wider =
                wider(card.lenses().get(0).lens(), result.rig().lenses().get(0).lens());
        if (Math.abs(wider) > OTHER_KIND) {
            return new Judgement(Verdict.CHECK, Reason.of(RigReason.OTHER_KIND, wider), figure);
        }
        if (believed[poorest] < SURE_POINTS) {
            return new Judgement(Verdict.CHECK, Reason.of(RigReason.FEW_POINTS, slot, believed[poorest]), figure);
        }
        boolean crossed = result.crossed() >= SURE_POINTS;
        if (lenses == 2 && !card.isStereo() && !(crossed && result.uncertainty().lensRad() <= SURE_LENS_RAD)) {
            boolean oneMoment =
                    points.stream().mapToInt(TiePoint::moment).distinct().count() == 1;
            return new Judgement(
                    Verdict.CHECK,
                    oneMoment
                            ? List.of(Reason.of(RigReason.TWO_LENSES), Reason.of(RigReason.ONE_MOMENT))
                            : List.of(Reason.of(RigReason.TWO_LENSES)),
                    figure);
        }
        // How far eyes differ in height follows from no distance; how far sideways is the screen plane's matter.
        if (!card.isStereo() && result.onFarRad() > SURE_ON_FAR_RAD) {
            return new Judgement(Verdict.CHECK, Reason.of(RigReason.ON_FAR), figure);
        }
        if (open > SURE_RAD || result.rivalRad() > SURE_RIVAL_RAD || residual > SURE_RESIDUAL_RAD) {
            return new Judgement(
                    Verdict.CHECK,
                    Reason.of(
                            RigReason.LEFT_OPEN, Math.toDegrees(Math.max(open, Math.max(residual, result.rivalRad())))),
                    figure);
        }
        List<Reason> why = new ArrayList<>(List.of(Reason.of(RigReason.AGREE, count)));
        if (crossed) {
            why.add(Reason.of(RigReason.CROSSED, result.crossed()));
        }
        return new Judgement(Verdict.SURE, why, figure);
    }
}
