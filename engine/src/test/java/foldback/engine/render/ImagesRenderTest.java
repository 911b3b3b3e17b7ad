package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.tone.CurveChoice;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.MediaException;
import foldback.media.ffmpeg.ImageSequence;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.process.Children;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Deliverables that are folders of images. */
class ImagesRenderTest {
    private static final TimeSpan SPAN = new TimeSpan(1, 1.6);
    private static final int WIDTH = 256;
    private static final int HEIGHT = 128;

    @TempDir
    private Path folder;

    private static RenderSpec spec(VideoCodec codec, int bits, Soundtrack.Place place, RenderSpec.Colours colours) {
        return new RenderSpec(
                WIDTH,
                HEIGHT,
                Layout.SPHERE,
                Coding.unrated(codec),
                bits,
                Kernel.QUICK,
                Optional.empty(),
                2,
                Optional.of(10),
                Optional.of(new Soundtrack(Optional.of("A"), 0, 0, 0, place)),
                colours);
    }

    private static RenderJob job(Recipe recipe, VideoCodec codec, int bits) {
        Take take = Take.open(recipe, MediaFolders.of(DemoTake.MEDIA));
        RenderSpec spec = spec(codec, bits, Soundtrack.Place.BESIDE, RenderSpec.Colours.FOOTAGE);
        return new RenderJob(recipe, spec, take, SPAN, Optional.empty());
    }

    private Verified rendered(VideoCodec codec, int bits, int threads, Path out) throws Exception {
        return new Renderer(threads, 0)
                .render(job(DemoTake.recipe(), codec, bits), folder.resolve("work" + threads), out, Run.QUIET);
    }

    @ParameterizedTest
    @CsvSource({"PNG, 8, _png, png, 8", "PNG, 10, _png, png, 16", "TIFF, 10, _tif, tif, 16", "EXR, 10, _exr, exr, 16"})
    void framesBecomeNumberedImages(VideoCodec codec, int bits, String ending, String image, int found)
            throws Exception {
        Path out = folder.resolve("ride 50%" + ending);
        Verified verified = rendered(codec, bits, 2, out);
        assertThat(verified.frames()).isEqualTo(15);
        assertThat(verified.bits()).isEqualTo(found);
        assertThat(verified.apart().orElseThrow()).isLessThan(0.6);
        try (Stream<Path> images = Files.list(out)) {
            assertThat(images.map(file -> file.getFileName().toString())
                            .sorted()
                            .toList())
                    .hasSize(15)
                    .startsWith("ride 50%.000001." + image)
                    .endsWith("ride 50%.000015." + image);
        }
        assertThat(folder.resolve("ride 50%.wav")).exists();
        Path again = folder.resolve("again" + ending);
        rendered(codec, bits, 1, again);
        for (String number : List.of(".000001.", ".000011.")) {
            assertThat(Files.mismatch(
                            out.resolve("ride 50%" + number + image), again.resolve("again" + number + image)))
                    .isEqualTo(-1);
        }
    }

    private static float[] greenOf(Path image) throws Exception {
        try (var child = Children.start(
                0,
                List.of(
                        "ffmpeg",
                        "-v",
                        "error",
                        "-i",
                        image.toString(),
                        "-vf",
                        "format=gbrpf32le",
                        "-f",
                        "rawvideo",
                        "pipe:1"))) {
            child.input().close();
            ByteArrayOutputStream all = new ByteArrayOutputStream();
            child.output().transferTo(all);
            float[] green = new float[WIDTH * HEIGHT];
            ByteBuffer.wrap(all.toByteArray())
                    .order(ByteOrder.LITTLE_ENDIAN)
                    .asFloatBuffer()
                    .get(green);
            return green;
        }
    }

    @Test
    void openExrHoldsTheLightOfAReferenceScreen() throws Exception {
        Path light = folder.resolve("light_exr");
        Path signal = folder.resolve("signal_png");
        rendered(VideoCodec.EXR, 10, 2, light);
        rendered(VideoCodec.PNG, 10, 1, signal);
        float[] light1 = greenOf(light.resolve("light.000001.exr"));
        float[] signal1 = greenOf(signal.resolve("signal.000001.png"));
        double worst = 0;
        for (int at = 0; at < light1.length; at++) {
            boolean inside = signal1[at] > 0.02 && signal1[at] < 0.98;
            worst = Math.max(worst, inside ? Math.abs(light1[at] - Math.pow(signal1[at], 2.4)) : 0);
        }
        // Half-precision floats have 11 bits.
        assertThat(worst).isLessThan(0.002);
    }

    @Test
    void aFolderIsNeverMixedWithAnother() throws Exception {
        Path out = folder.resolve("ride_png");
        Files.createDirectory(out);
        Files.writeString(out.resolve("somebody's.txt"), "theirs");
        assertThatThrownBy(() -> rendered(VideoCodec.PNG, 8, 2, out))
                .isInstanceOf(MediaException.class)
                .hasMessage("ride_png exists already. Choose another name.");
        assertThat(out.resolve("somebody's.txt")).hasContent("theirs");
        Files.delete(out.resolve("somebody's.txt"));
        Files.delete(out);
        Renderer renderer = new Renderer(2, 0);
        RenderJob job = job(DemoTake.recipe(), VideoCodec.PNG, 8);
        // It ended after the folder had its name, and before that was known.
        assertThatThrownBy(() -> renderer.render(job, folder.resolve("work2"), out, Run.QUIET, verified -> {
                    throw new IllegalStateException("ended");
                }))
                .hasMessage("ended");
        assertThat(renderer.render(job, folder.resolve("work2"), out, Run.QUIET).frames())
                .isEqualTo(15);
        assertThatThrownBy(() -> renderer.render(job, folder.resolve("work2"), out, Run.QUIET, verified -> {
                    throw new IllegalStateException("ended");
                }))
                .hasMessage("ride_png exists already. Choose another name.");
    }

    @Test
    void aMissingOrForeignImageIsFoundOut() throws Exception {
        Path out = folder.resolve("ride_tif");
        rendered(VideoCodec.TIFF, 8, 2, out);
        RenderJob job = job(DemoTake.recipe(), VideoCodec.TIFF, 8);
        ImageSequence images = ImageSequence.in(out, VideoCodec.TIFF);
        assertThat(VerifiedImages.check(images, job, List.of(), Optional.empty())
                        .bytes())
                .isGreaterThan(15);
        Files.writeString(out.resolve("ride.000015.tif"), "none");
        assertThatThrownBy(() -> VerifiedImages.check(images, job, List.of(), Optional.empty()))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("ride.000015.tif cannot be read back");
        Files.delete(out.resolve("ride.000007.tif"));
        assertThatThrownBy(() -> VerifiedImages.check(images, job, List.of(), Optional.empty()))
                .hasMessageContaining("images is 6, not 15");
    }

    @Test
    void whatImagesCannotHoldIsSaidBefore() throws Exception {
        assertThatThrownBy(() -> spec(VideoCodec.PNG, 8, Soundtrack.Place.INSIDE, RenderSpec.Colours.FOOTAGE))
                .hasMessageContaining("PNG images hold no sound: have it written as a WAV file beside them");
        assertThatThrownBy(() -> spec(VideoCodec.EXR, 10, Soundtrack.Place.BESIDE, RenderSpec.Colours.HLG))
                .hasMessageContaining("OpenEXR images hold light itself");
        assertThatThrownBy(() -> spec(VideoCodec.EXR, 8, Soundtrack.Place.BESIDE, RenderSpec.Colours.FOOTAGE))
                .hasMessageContaining("has 10 bits a sample, not 8");
        Recipe log = DemoTake.recipe()
                .with(
                        Balance.SECTION,
                        Balance.NONE.withCurve(
                                new CurveChoice(Optional.of(ColourTags.Curve.ACESCCT), Optional.empty())));
        assertThatThrownBy(() -> job(log, VideoCodec.EXR, 10)).hasMessageContaining("take 16-bit PNG or TIFF images");
        assertThat(RenderSpec.read(job(log, VideoCodec.PNG, 10).spec().write()).codec())
                .isEqualTo(VideoCodec.PNG);
    }
}
