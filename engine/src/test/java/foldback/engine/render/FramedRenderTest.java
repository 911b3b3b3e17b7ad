package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.framing.FrameShape;
import foldback.core.framing.Framing;
import foldback.core.framing.Framing.Aspect;
import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.Frame;
import foldback.core.recipe.Framings;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.preview.Previewer;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Deliverables that show what a framing shows. */
class FramedRenderTest {
    private static final int WIDTH = 320;
    private static final int HEIGHT = 180;
    private static final TimeSpan SPAN = new TimeSpan(1, 1.8);
    private static final Take TAKE = open();

    @TempDir
    private Path folder;

    private static Take open() {
        try {
            return Take.open(DemoTake.recipe(), MediaFolders.of(DemoTake.MEDIA));
        } catch (java.io.IOException failed) {
            throw new java.io.UncheckedIOException(failed);
        }
    }

    private static Track<Amount> still(double degrees) {
        return Track.still(new Amount(Math.toRadians(degrees)));
    }

    private static Framing framing(Track<Amount> yaw) {
        return new Framing("Rail", FrameShape.FLAT, new Aspect(16, 9), yaw, still(-5), still(0), still(60));
    }

    private static Recipe with(Framing framing) throws Exception {
        return DemoTake.recipe().with(Level.SECTION, Level.NONE).with(Framings.SECTION, new Framings(List.of(framing)));
    }

    private static RenderSpec spec(String framing) {
        return new RenderSpec(
                WIDTH,
                HEIGHT,
                Layout.framed(framing),
                Coding.ofQuality(VideoCodec.H264, "ultrafast", 0),
                8,
                Kernel.FINE,
                Optional.empty(),
                1,
                Optional.of(10),
                Optional.empty(),
                RenderSpec.Colours.FOOTAGE);
    }

    private Path rendered(Recipe recipe) throws Exception {
        Path out = folder.resolve("framed.mp4");
        RenderJob job = new RenderJob(recipe, spec("Rail"), TAKE, SPAN, Optional.empty());
        Verified verified = new Renderer(2, 0).render(job, folder.resolve("work"), out, Run.QUIET);
        assertThat(verified.projection()).isEqualTo("none");
        assertThat(verified.frames()).isEqualTo(20);
        return out;
    }

    /** Luma of a frame of a file. */
    private static byte[] luma(Path file, int frame, Path raw) throws Exception {
        Children.Outcome done = Children.run(List.of(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-y",
                "-i",
                file.toString(),
                "-vf",
                "select=eq(n\\," + frame + ")",
                "-vsync",
                "passthrough",
                "-frames:v",
                "1",
                "-f",
                "rawvideo",
                raw.toString()));
        assertThat(done.errors()).isEmpty();
        return java.util.Arrays.copyOf(java.nio.file.Files.readAllBytes(raw), WIDTH * HEIGHT);
    }

    private static byte[] luma(Frame frame) {
        byte[] bytes = new byte[WIDTH * HEIGHT];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                bytes[y * WIDTH + x] = (byte) frame.y().get(x, y);
            }
        }
        return bytes;
    }

    /** Of one that stays in the middle of a lens, whose other lens is not read, and of one that goes round over several pieces. */
    private void hasThePixelsOfItsPreview(Framing framing) throws Exception {
        Recipe recipe = with(framing);
        Path file = rendered(recipe);
        RenderJob job = new RenderJob(recipe, spec("Rail"), TAKE, SPAN, Optional.empty(), TakeAdditions.NONE);
        try (Previewer previewer = new Previewer(new Proxies(folder.resolve("none")), 1 << 28, 2)) {
            for (int frame : new int[] {0, 9, 10, 19}) {
                Frame shown = previewer
                        .sphere(recipe, TAKE, job.timeOf(frame), job.target(), Optional.empty(), Run.QUIET)
                        .frame();
                assertThat(luma(file, frame, folder.resolve("frame.yuv"))).isEqualTo(luma(shown));
            }
        }
    }

    @Test
    void aStillFramingHasThePixelsOfItsPreview() throws Exception {
        hasThePixelsOfItsPreview(framing(still(4)));
    }

    @Test
    void aMovingFramingHasThePixelsOfItsPreviewInEveryPiece() throws Exception {
        hasThePixelsOfItsPreview(framing(
                new Track<>(List.of(new Key<>(1, new Amount(0)), new Key<>(1.8, new Amount(Math.toRadians(120)))))));
    }

    @Test
    void theFileIsNoSphereAndHasItsOwnSize() throws Exception {
        MediaInfo.Video video =
                MediaProbe.probe(rendered(with(framing(still(4))))).video().orElseThrow();
        assertThat(video.projection()).isEmpty();
        assertThat(List.of(video.width(), video.height())).containsExactly(WIDTH, HEIGHT);
    }

    @Test
    void aFramingThatTheRecipeHasNotIsSaidBefore() throws Exception {
        Recipe recipe = with(framing(still(4)));
        assertThatThrownBy(() -> new RenderJob(recipe, spec("Shed"), TAKE, SPAN, Optional.empty()))
                .hasMessageContaining("no framing 'Shed'");
    }
}
