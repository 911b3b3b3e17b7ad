package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.run.Threads;
import foldback.core.stitch.band.BandBlender;
import foldback.core.stitch.band.BandLifts;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.OutsidePart;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.tone.LensLight;
import foldback.core.warp.Kernel;
import java.util.List;
import java.util.Optional;

/**
 * Stitches frames of a rig that stands still and whose lenses are moved in a part of the canvas alone: the rest is painted as where nothing
 * moves, from places that are kept. For frames that follow each other; the same bits come out on any number of threads.
 */
public final class PartlyMovedStitcher implements Stitch {
    private final Stitcher still;
    private final MovingStitcher moved;
    private final Levels levels;
    /** None where lenses are not blended in bands. */
    private final Optional<BandBlender> bands;

    /**
     * @param plan of the canvas as it is where nothing is moved
     * @param moving the same with what is moved
     * @param part of the canvas, outside of which nothing is moved at any time
     * @param keptBytes as for {@link Stitcher}
     */
    public PartlyMovedStitcher(StitchPlan plan, MovingPlan moving, CanvasPart part, Kernel kernel, long keptBytes) {
        still = new Stitcher(new OutsidePart(plan, part), kernel, keptBytes);
        moved = new MovingStitcher(moving.within(part), kernel);
        levels = new Levels(plan.settings());
        bands = BandBlender.of(plan.settings());
    }

    @Override
    public void stitch(double seconds, List<Frame> sources, List<LensLight> lights, Frame canvas, Threads threads)
            throws InterruptedException {
        StitchInput.check(moved.settings(), sources, lights, canvas);
        List<Frame> pictures = levels.of(sources);
        List<LensLight> toned = levels.lights(lights);
        CellPlan moment = moved.moment(seconds, pictures, threads);
        List<BandLifts> added = BandBlender.lifts(bands, List.of(still.plan(), moment), pictures, toned, threads);
        still.paint(pictures, toned, added.get(0), canvas, threads);
        moved.paint(moment, pictures, toned, added.get(1), canvas, threads);
        levels.release(pictures);
    }
}
