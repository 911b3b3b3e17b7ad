package foldback.engine.picture;

import foldback.core.framing.Framing;
import foldback.core.matte.MattePath;
import foldback.core.matte.Mattes;
import foldback.core.picture.Frame;
import foldback.core.run.Threads;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamSettings;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.stitch.MovingStitcher;
import foldback.core.stitch.PartlyMovedStitcher;
import foldback.core.stitch.Stitch;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.LensReach;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.tone.LensLight;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.ShiftPath;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** How an eye's pictures are stitched: which way suits what moves, and what of the lenses a framing can see. */
final class EyeStitch implements Stitch {
    /** Overlaps are used so far to both sides of a seam, but for a little. */
    private static final double MOST_FEATHER = 1.9 * SeamSettings.DEFAULT.reachRad();
    /** Of a picture that is read row by row. */
    private static final int ROWS_LOOKED_AT = 2;

    private final StitchSettings levelled;
    private final EyeTurn turn;
    private final MattePath mattes;
    private final Target target;
    private final Additions additions;
    private final PlanCache cache;
    private final long keptBytes;
    private Stitch stitch;
    /** What is painted in the lenses of the stitch. */
    private Mattes painted = Mattes.NONE;

    /**
     * @param levelled for a canvas whose middle looks ahead, as the eye is turned at one time
     * @param turn how the eye is turned over time
     * @param mattes where lenses are painted in or out over time
     * @param keptBytes the most that what stays from picture to picture may take
     */
    EyeStitch(
            StitchSettings levelled,
            EyeTurn turn,
            MattePath mattes,
            Target target,
            Additions additions,
            PlanCache cache,
            long keptBytes) {
        this.levelled = levelled;
        this.turn = turn;
        this.mattes = mattes;
        this.target = target;
        this.additions = additions;
        this.cache = cache;
        this.keptBytes = keptBytes;
    }

    /** Plans are compiled when the first picture is asked for, and where what is painted changes, by the threads that are given with it. */
    @Override
    public void stitch(double seconds, List<Frame> pictures, List<LensLight> lights, Frame canvas, Threads threads)
            throws InterruptedException {
        Mattes now = mattes.at(seconds);
        if (stitch == null || !now.equals(painted)) {
            painted = now;
            stitch = suited(threads);
        }
        stitch.stitch(seconds, pictures, lights, canvas, threads);
    }

    private Stitch suited(Threads threads) throws InterruptedException {
        StitchSettings settings = turned().with(painted);
        ShiftPath shifts = additions.shifts();
        boolean stands = additions.motion().isEmpty()
                && turn.isStill()
                && target.framing().map(Framing::isStill).orElse(true);
        SeamMoves seams = additions.seams();
        if (stands && shifts == ShiftPath.NONE && seams == SeamMoves.NONE) {
            return new Stitcher(cache.plan(settings), target.kernel(), keptBytes);
        }
        MovingPlan moving = cache.moving(settings, target.path(), shown(), shifts, seams, threads);
        // Where lenses ramp into each other beyond what is moved, all of the canvas has to be followed.
        boolean inPart = stands && levelled.weights() instanceof WeightMap.Ramp ramp && ramp.width() < MOST_FEATHER;
        if (!inPart) {
            return new MovingStitcher(moving, target.kernel());
        }
        List<CanvasPart.Reach> differing =
                shifts == ShiftPath.NONE ? List.of(seams::reaches) : List.of(shifts::reaches, seams::reaches);
        CanvasPart part = CanvasPart.of(settings.canvas(), settings.rigFromCanvas(), differing);
        return new PartlyMovedStitcher(cache.plan(settings), moving, part, target.kernel(), keptBytes);
    }

    /** Turned to what a framing looks at, at one time. */
    private StitchSettings turned() {
        return target.framing()
                .map(shown -> levelled.with(levelled.rigFromCanvas().times(shown.rotation(0))))
                .orElse(levelled);
    }

    /** How the rig turns and is shown; of the view that a framing turns, if there is one. */
    private RigMotion shown() {
        RigMotion motion = additions
                .motion()
                .orElseGet(() -> RigMotion.still(levelled.rig().lenses().size()));
        RotationPath view = motion.worldFromView();
        Rotation level = levelled.rigFromCanvas();
        Rotation back = turned().rigFromCanvas().inverse();
        if (target.framing().isEmpty() && turn.isStill()) {
            return motion;
        }
        RotationPath looks = target.looks();
        return motion.withView(seconds -> view.at(seconds)
                .times(level)
                .times(turn.sinceStill(seconds))
                .times(looks.at(seconds))
                .times(back));
    }

    /**
     * The lenses that pictures can show, by their numbers: never too few.
     *
     * @param moments take times of the pictures
     */
    BitSet reached(List<Double> moments) {
        int lenses = levelled.rig().lenses().size();
        BitSet reached = new BitSet();
        if (target.framing().isEmpty()) {
            reached.set(0, lenses);
            return reached;
        }
        RigMotion motion = shown();
        StitchSettings settings = turned();
        Set<Look> looks = new HashSet<>();
        CanvasPath path = target.path();
        for (double seconds : moments) {
            Canvas canvas = path.at(seconds);
            for (int lens = 0; lens < lenses; lens++) {
                for (int row = 0; row <= ROWS_LOOKED_AT; row++) {
                    Rotation view = motion.viewFromRig(lens, seconds, (double) row / ROWS_LOOKED_AT);
                    looks.add(new Look(canvas, view.inverse().times(settings.rigFromCanvas())));
                }
            }
        }
        looks.forEach(look -> reached.or(LensReach.of(settings, look.canvas(), look.rigFromCanvas())));
        return reached;
    }

    private record Look(Canvas canvas, Rotation rigFromCanvas) {}
}
