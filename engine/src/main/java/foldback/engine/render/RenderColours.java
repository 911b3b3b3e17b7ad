package foldback.engine.render;

import foldback.core.finish.CanvasFinish;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.warp.Canvas;
import foldback.engine.take.TransformFile;
import java.util.Optional;

/**
 * In what a job's canvases are stitched and in what they are delivered.
 *
 * @param finish from one to the other; empty where they are the same
 */
record RenderColours(
        PixelFormat stitched,
        ColourTags stitchedTags,
        PixelFormat delivered,
        ColourTags deliveredTags,
        Optional<CanvasFinish> finish) {

    static RenderColours of(RenderJob job) {
        PixelFormat delivered = job.spec().bits() == 10 ? PixelFormat.YUV420_10 : PixelFormat.YUV420_8;
        ColourTags tags = TransformFile.tags(job.recipe(), job.shown());
        if (job.spec().transformed()) {
            CanvasFinish finish = new CanvasFinish(job.transform());
            return new RenderColours(
                    PixelFormat.YUV420_10, tags, delivered, TransformFile.shownTags(), Optional.of(finish));
        }
        boolean deeper = job.shown().sources().stream()
                .anyMatch(source -> source.format().bits() > delivered.bits());
        return deeper
                ? new RenderColours(
                        PixelFormat.YUV420_10, tags, delivered, tags, Optional.of(new CanvasFinish(Optional.empty())))
                : new RenderColours(delivered, tags, delivered, tags, Optional.empty());
    }

    /** What is stitched into where that is not what is delivered, else null. */
    Frame between(Canvas canvas) {
        return finish.isPresent() ? Frame.allocate(stitched, stitchedTags, canvas.width(), canvas.height()) : null;
    }
}
