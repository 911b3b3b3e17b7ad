package foldback.gauge;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.time.FrameRate;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.document.RenderSpec;
import foldback.engine.document.RigJson;
import foldback.engine.render.RenderJob;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Renders of the demo take for measuring. */
final class DemoJob {
    private DemoJob() {}

    /** @param media where the clips are, named as in the demo */
    static RenderJob of(Path media, Path card, Canvas canvas, Kernel kernel, String preset, int crf, double seconds)
            throws IOException {
        Rig rig = RigJson.readCard(Files.readString(card));
        List<ClipRef> clips = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            String file = "sluice-path-" + lens.slot().toLowerCase(Locale.ROOT) + ".mp4";
            clips.add(new ClipRef(lens.slot(), file, ContentHash.of(media.resolve(file)), 0));
        }
        Recipe recipe = Recipe.start(new FrameRate(25, 1), clips, rig, "card");
        RenderSpec spec =
                new RenderSpec(canvas, preset, Optional.of(crf), Optional.empty(), 8, kernel, 2, 250, Optional.empty());
        return new RenderJob(recipe, spec, Take.open(recipe, MediaFolders.of(media)), new TimeSpan(0, seconds));
    }
}
