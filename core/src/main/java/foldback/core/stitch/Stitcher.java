package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.tone.LensLight;
import foldback.core.warp.Kernel;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Carries a plan out on frames; the same bits come out on any number of threads, and whether places are kept or not.
 */
public final class Stitcher {
    private final StitchPlan plan;
    private final FieldLifts lifts;
    private final Kernel kernel;
    private final KeptPlaces kept;

    /** A stitcher for single frames, safe for many threads. */
    public Stitcher(StitchPlan plan, Kernel kernel) {
        this(plan, kernel, 0);
    }

    /**
     * A stitcher for a run of frames, to be stitched one after the other.
     *
     * @param keptBytes the most that places kept from frame to frame may take; about 7 bytes a canvas pixel are needed to
     *     keep all, and what is not kept is made again for each frame
     */
    public Stitcher(StitchPlan plan, Kernel kernel, long keptBytes) {
        this.plan = plan;
        this.kernel = kernel;
        this.kept = keptBytes > 0 ? new KeptPlaces(plan.cellRows(), keptBytes) : null;
        this.lifts = new FieldLifts(plan);
    }

    /**
     * Fills {@code canvas} from the lenses' frames on the calling thread.
     *
     * @param sources in the order of the plan's lenses, of the sizes the rig states; read
     * @param lights what happens to each lens's values, in the same order
     * @param canvas of the plan's size, 4:2:0; every sample is written
     */
    public void stitch(List<Frame> sources, List<LensLight> lights, Frame canvas) {
        CellPainter painter = painter(sources, lights, canvas);
        for (int row = 0; row < plan.cellRows(); row++) {
            painter.paintRow(row);
        }
    }

    /** The same on {@code threads} tasks of an executor; returns when all are done. */
    public void stitch(List<Frame> sources, List<LensLight> lights, Frame canvas, ExecutorService executor, int threads)
            throws InterruptedException {
        AtomicInteger next = new AtomicInteger();
        List<Future<?>> parts = new ArrayList<>();
        for (int i = 0; i < threads; i++) {
            CellPainter painter = painter(sources, lights, canvas);
            parts.add(executor.submit(() -> {
                for (int row = next.getAndIncrement(); row < plan.cellRows(); row = next.getAndIncrement()) {
                    painter.paintRow(row);
                }
            }));
        }
        for (Future<?> part : parts) {
            try {
                part.get();
            } catch (ExecutionException failed) {
                throw new IllegalStateException("stitching failed", failed.getCause());
            }
        }
    }

    private CellPainter painter(List<Frame> sources, List<LensLight> lights, Frame canvas) {
        if (lights.size() != plan.lensCount()) {
            throw new IllegalArgumentException(
                    "as many lights as lenses are needed: " + lights.size() + " for " + plan.lensCount());
        }
        if (canvas.width() != plan.canvas().width()
                || canvas.height() != plan.canvas().height()) {
            throw new IllegalArgumentException(
                    "the frame to fill is " + canvas.width() + " x " + canvas.height() + ", the plan is for "
                            + plan.canvas().width() + " x " + plan.canvas().height());
        }
        for (int lens = 0; lens < plan.lensCount(); lens++) {
            var frame = plan.settings().rig().lenses().get(lens).lens().frame();
            Frame source = sources.get(lens);
            if (source.width() != frame.width() || source.height() != frame.height()) {
                throw new IllegalArgumentException("lens " + lens + " is described for " + frame.width() + " x "
                        + frame.height() + ", its frame is " + source.width() + " x " + source.height());
            }
        }
        boolean useKept = kept != null && kept.fits(sources, lights);
        return new CellPainter(plan, lights, lifts, kernel, sources, canvas, useKept ? kept : null);
    }
}
