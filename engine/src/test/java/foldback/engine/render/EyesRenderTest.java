package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.picture.Eyes;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ffmpeg.VideoCodec;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Films of two eyes, from the pair in the shed. */
class EyesRenderTest {
    @TempDir
    private Path folder;

    private static RenderSpec spec(Layout layout, int width, int height) {
        return new RenderSpec(
                width,
                height,
                layout,
                Coding.ofQuality(VideoCodec.H264, "ultrafast", 24),
                8,
                Kernel.QUICK,
                Optional.empty(),
                1,
                Optional.of(10),
                Optional.of(Soundtrack.of("A")),
                RenderSpec.Colours.FOOTAGE);
    }

    private static RenderJob job(Recipe recipe, Path media, RenderSpec spec) {
        return new RenderJob(
                recipe, spec, Take.open(recipe, MediaFolders.of(media)), new TimeSpan(1, 1.4), Optional.empty());
    }

    @Test
    void bothEyesBesideEachOtherAreTaggedAsTheHalfAhead() throws Exception {
        Recipe recipe = DemoTake.recipeOf("in-the-shed");
        Layout layout = new Layout(Layout.Shape.HALF, Optional.empty(), Eyes.LEFT_BESIDE_RIGHT);
        Path out = folder.resolve("eyes.mp4");
        Verified verified = new Renderer(2, 0)
                .render(
                        job(recipe, DemoTake.MEDIA.getParent(), spec(layout, 512, 256)),
                        folder.resolve("work"),
                        out,
                        Run.QUIET);
        assertThat(Files.size(out)).isPositive();
        assertThat(verified.frames()).isEqualTo(10);
        assertThat(verified.projection()).isEqualTo("tiled equirectangular");
        assertThat(verified.eyes()).hasValue("side by side");
        assertThat(verified.width()).isEqualTo(512);
    }

    @Test
    void aTakeWithoutALensForEachEyeHasNoStereo() throws Exception {
        Recipe recipe = DemoTake.recipe();
        Layout layout = new Layout(Layout.Shape.SPHERE, Optional.empty(), Eyes.LEFT_ABOVE_RIGHT);
        assertThatThrownBy(() -> job(recipe, DemoTake.MEDIA, spec(layout, 256, 256)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("no lens for each eye");
    }
}
