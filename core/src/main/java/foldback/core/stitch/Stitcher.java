package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.run.Threads;
import foldback.core.stitch.band.BandBlender;
import foldback.core.stitch.band.BandLifts;
import foldback.core.stitch.paint.CellPainter;
import foldback.core.stitch.paint.FieldLifts;
import foldback.core.stitch.paint.KeptPlaces;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.tone.LensLight;
import foldback.core.warp.Kernel;
import java.util.List;
import java.util.Optional;

/**
 * Carries a plan out on frames; the same bits come out on any number of threads, and whether places are kept or not.
 */
public final class Stitcher implements Stitch {
    private final CellPlan plan;
    private final FieldLifts lifts;
    private final Kernel kernel;
    private final KeptPlaces kept;
    private final Levels levels;
    /** None where lenses are not blended in bands. */
    private final Optional<BandBlender> bands;

    /** A stitcher for single frames, safe for many threads. */
    public Stitcher(CellPlan plan, Kernel kernel) {
        this(plan, kernel, 0);
    }

    /**
     * A stitcher for a run of frames, to be stitched one after the other.
     *
     * @param keptBytes the most that places kept from frame to frame may take; about 7 bytes a canvas pixel are needed to
     *     keep all, and what is not kept is made again for each frame
     */
    public Stitcher(CellPlan plan, Kernel kernel, long keptBytes) {
        this.plan = plan;
        this.kernel = kernel;
        this.kept = keptBytes > 0 ? new KeptPlaces(plan.cellRows(), keptBytes) : null;
        this.lifts = new FieldLifts(plan);
        this.levels = new Levels(plan.settings());
        this.bands = BandBlender.of(plan.settings());
    }

    /**
     * Fills {@code canvas} from the lenses' frames on the calling thread.
     *
     * @param sources in the order of the plan's lenses, of the sizes the rig states; read
     * @param lights what happens to each lens's values, in the same order
     * @param canvas of the plan's size, 4:2:0; every sample is written
     */
    public void stitch(List<Frame> sources, List<LensLight> lights, Frame canvas) {
        if (bands.isPresent()) {
            throw new IllegalStateException("bands are blended by several threads");
        }
        StitchInput.check(plan.settings(), sources, lights, canvas);
        List<Frame> pictures = levels.of(sources);
        CellPainter painter = painter(pictures, levels.lights(lights), BandLifts.NONE, canvas);
        for (int row = 0; row < plan.cellRows(); row++) {
            painter.paintRow(row);
        }
        levels.release(pictures);
    }

    /** The same on several threads, at any time. */
    @Override
    public void stitch(double seconds, List<Frame> sources, List<LensLight> lights, Frame canvas, Threads threads)
            throws InterruptedException {
        StitchInput.check(plan.settings(), sources, lights, canvas);
        List<Frame> pictures = levels.of(sources);
        List<LensLight> toned = levels.lights(lights);
        paint(
                pictures,
                toned,
                BandBlender.lifts(bands, List.of(plan), pictures, toned, threads)
                        .get(0),
                canvas,
                threads);
        levels.release(pictures);
    }

    CellPlan plan() {
        return plan;
    }

    /** Paints from pictures of all levels. */
    void paint(List<Frame> pictures, List<LensLight> lights, BandLifts added, Frame canvas, Threads threads)
            throws InterruptedException {
        threads.share(plan.cellRows(), () -> painter(pictures, lights, added, canvas)::paintRow);
    }

    private CellPainter painter(List<Frame> pictures, List<LensLight> lights, BandLifts added, Frame canvas) {
        boolean useKept = kept != null && kept.fits(pictures, lights);
        return new CellPainter(plan, lights, lifts, added, kernel, pictures, canvas, useKept ? kept : null);
    }
}
