package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.run.Threads;
import foldback.core.stitch.band.BandBlender;
import foldback.core.stitch.band.BandLifts;
import foldback.core.stitch.paint.CellPainter;
import foldback.core.stitch.paint.FieldLifts;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import foldback.core.warp.ShiftPath;
import java.util.List;
import java.util.Optional;

/**
 * Stitches frames of a rig that turns while it films: each is stitched as the rig was when it was filmed, row by row where
 * lenses are read so. The same bits come out on any number of threads. Safe for many threads.
 */
public final class MovingStitcher implements Stitch {
    /** Laid out for the planes of the pictures that came last; the same but for that. */
    private volatile MovingPlan plan;

    private final Kernel kernel;
    private final Levels levels;
    /** None where lenses are not blended in bands. */
    private final Optional<BandBlender> bands;

    /**
     * Compiles what stays from frame to frame.
     *
     * @param settings their rotation is the one from the canvas to the world
     * @throws IllegalArgumentException where the motion is that of another number of lenses
     */
    public MovingStitcher(StitchSettings settings, RigMotion motion, Kernel kernel, Threads threads)
            throws InterruptedException {
        this(
                MovingPlan.compile(settings, CanvasPath.still(settings.canvas()), motion, ShiftPath.NONE, threads),
                kernel);
    }

    /** With what stays from frame to frame. */
    public MovingStitcher(MovingPlan plan, Kernel kernel) {
        this.plan = plan;
        this.kernel = kernel;
        this.levels = new Levels(plan.settings());
        this.bands = BandBlender.of(plan.settings());
    }

    @Override
    public void stitch(double seconds, List<Frame> sources, List<LensLight> lights, Frame canvas, Threads threads)
            throws InterruptedException {
        StitchInput.check(plan.settings(), sources, lights, canvas);
        List<Frame> pictures = levels.of(sources);
        List<LensLight> toned = levels.lights(lights);
        CellPlan moment = moment(seconds, pictures, threads);
        BandLifts added = BandBlender.lifts(bands, List.of(moment), pictures, toned, threads)
                .get(0);
        paint(moment, pictures, toned, added, canvas, threads);
        levels.release(pictures);
    }

    StitchSettings settings() {
        return plan.settings();
    }

    /** The plan of a moment, for pictures of all levels. */
    CellPlan moment(double seconds, List<Frame> pictures, Threads threads) throws InterruptedException {
        MovingPlan laid = plan.withStrides(
                pictures.stream().map(source -> source.y().stride()).toList());
        plan = laid;
        return laid.at(seconds, threads);
    }

    /** Paints from pictures of all levels. */
    void paint(
            CellPlan moment,
            List<Frame> pictures,
            List<LensLight> toned,
            BandLifts added,
            Frame canvas,
            Threads threads)
            throws InterruptedException {
        FieldLifts lifts = new FieldLifts(moment);
        threads.share(
                moment.cellRows(),
                () -> new CellPainter(moment, toned, lifts, added, kernel, pictures, canvas, null)::paintRow);
    }
}
