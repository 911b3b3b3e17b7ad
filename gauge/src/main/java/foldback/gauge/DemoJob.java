package foldback.gauge;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.time.FrameRate;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.document.rig.CardJson;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.render.RenderJob;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.ffmpeg.VideoCodec;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Recipes and renders of demo takes for measuring. */
public final class DemoJob {
    private static final String TWO_LENSES = "sluice-path";

    private DemoJob() {}

    /**
     * A take as it was gathered, its clips starting together.
     *
     * @param media where the clips are, named as in the demo
     * @param name what their names begin with
     */
    public static Recipe recipe(Path media, String name, Path card) throws IOException {
        Rig rig = CardJson.readRig(Files.readString(card));
        List<ClipRef> clips = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            String file = name + "-" + lens.slot().toLowerCase(Locale.ROOT) + ".mp4";
            clips.add(new ClipRef(lens.slot(), file, ContentHash.of(media.resolve(file)), 0));
        }
        return Recipe.start(new FrameRate(25, 1), clips, rig, "card");
    }

    /** A render of the take of two lenses as it was gathered. */
    static RenderJob of(Path media, Path card, Canvas canvas, Kernel kernel, String preset, int crf, double seconds)
            throws IOException {
        return of(recipe(media, TWO_LENSES, card), media, canvas, kernel, preset, crf, seconds);
    }

    /** A render of a recipe. */
    public static RenderJob of(
            Recipe recipe, Path media, Canvas canvas, Kernel kernel, String preset, int crf, double seconds) {
        RenderSpec spec = new RenderSpec(
                canvas.width(),
                canvas.height(),
                Layout.SPHERE,
                Coding.ofQuality(VideoCodec.H264, preset, crf),
                8,
                kernel,
                Optional.empty(),
                2,
                Optional.of(250),
                Optional.empty(),
                RenderSpec.Colours.FOOTAGE);
        return new RenderJob(
                recipe, spec, Take.open(recipe, MediaFolders.of(media)), new TimeSpan(0, seconds), Optional.empty());
    }
}
