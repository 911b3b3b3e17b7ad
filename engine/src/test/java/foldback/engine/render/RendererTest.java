package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.FrameRate;
import foldback.core.time.TimeSpan;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Whole renders of the demo take. */
class RendererTest {
    @TempDir
    private Path folder;

    private RenderJob job(double from, double to, int bits, Optional<String> sound) throws Exception {
        Recipe recipe = DemoTake.recipe();
        return new RenderJob(
                recipe,
                DemoTake.smallSpec(bits, sound),
                Take.open(recipe, MediaFolders.of(DemoTake.MEDIA)),
                new TimeSpan(from, to),
                Optional.empty());
    }

    @Test
    void makesACheckedTaggedFileWithSoundCutToTheSample() throws Exception {
        Path out = folder.resolve("out.mp4");
        Verified verified = new Renderer(2, 0).render(job(0.4, 1.4, 8, Optional.of("A")), work(), out, Run.QUIET);
        assertThat(verified.frames()).isEqualTo(25);
        assertThat(verified.projection()).isEqualTo("equirectangular");
        assertThat(verified.sound()).isEqualTo("aac");
        assertThat(verified.seconds()).isCloseTo(1.0, within(0.03));
        assertThat(verified.apart().orElseThrow()).isLessThan(1);
        assertThat(verified.sha256()).isEqualTo(ContentHash.of(out));
        assertThat(verified.soundSeconds().orElseThrow()).isCloseTo(0, within(0.05));
        try (Stream<Path> left = Files.list(work())) {
            assertThat(left).as("pieces are gone").isEmpty();
        }
    }

    /** The same, lossless, so that equal pictures are told by their bytes. */
    private RenderJob with(RenderJob job, Optional<FrameRate> rate, Optional<Soundtrack> sound) {
        RenderSpec spec = job.spec();
        return new RenderJob(
                job.recipe(),
                new RenderSpec(
                        spec.width(),
                        spec.height(),
                        spec.layout(),
                        Coding.ofQuality(VideoCodec.H264, "ultrafast", 0),
                        spec.bits(),
                        spec.kernel(),
                        rate,
                        spec.encoderThreads(),
                        spec.segmentFrames(),
                        sound,
                        spec.colours()),
                job.take(),
                job.span(),
                job.transform());
    }

    /** Of each of a file's frames, whether it shows the same as the one before. */
    private static List<Boolean> repeated(Path file) throws Exception {
        String hashes = Children.run(
                        List.of("ffmpeg", "-v", "error", "-i", file.toString(), "-map", "0:v", "-f", "framemd5", "-"))
                .output();
        List<Boolean> repeated = new ArrayList<>();
        String before = "";
        for (String line : hashes.lines().filter(line -> !line.startsWith("#")).toList()) {
            String hash = line.substring(line.lastIndexOf(','));
            repeated.add(hash.equals(before));
            before = hash;
        }
        return repeated;
    }

    @Test
    void anotherRateShowsFramesAgainOrLeavesThemOut() throws Exception {
        RenderJob own = job(0, 0.4, 8, Optional.empty());
        Path twice = folder.resolve("twice.mp4");
        Verified verified = new Renderer(2, 0)
                .render(with(own, Optional.of(new FrameRate(50, 1)), Optional.empty()), work(), twice, Run.QUIET);
        assertThat(verified.frames()).isEqualTo(20);
        assertThat(verified.seconds()).isCloseTo(0.4, within(0.01));
        assertThat(MediaProbe.probe(twice).video().orElseThrow().framesPerSecond())
                .isEqualTo(50);
        List<Boolean> repeated = repeated(twice);
        for (int i = 0; i < repeated.size(); i++) {
            assertThat(repeated.get(i)).as("frame " + i).isEqualTo(i % 2 == 1);
        }
        Path fewer = folder.resolve("fewer.mp4");
        RenderJob slow = with(own, Optional.of(new FrameRate(10, 1)), Optional.empty());
        assertThat(new Renderer(2, 0).render(slow, work(), fewer, Run.QUIET).frames())
                .isEqualTo(4);
        assertThat(repeated(fewer)).containsOnly(false);
    }

    @Test
    void soundGoesBesideTheFilmWhereThatIsAsked() throws Exception {
        Path out = folder.resolve("film.mp4");
        Soundtrack beside = new Soundtrack(Optional.of("A"), 3, 0.1, 0.2, Soundtrack.Place.BESIDE);
        RenderJob job = with(job(0.4, 1.4, 8, Optional.empty()), Optional.empty(), Optional.of(beside));
        assertThat(RenderSpec.read(job.spec().write())).isEqualTo(job.spec());
        assertThat(new Renderer(2, 0).render(job, work(), out, Run.QUIET).sound())
                .isEqualTo("none");
        MediaInfo sound = MediaProbe.probe(folder.resolve("film.wav"));
        assertThat(sound.audio().get(0).codec()).isEqualTo("pcm_s24le");
        assertThat(sound.durationSeconds()).isEqualTo(1.0);

        Files.delete(out);
        assertThatThrownBy(() -> new Renderer(2, 0).render(job, work(), out, Run.QUIET))
                .hasMessageContaining("film.wav exists already");
        Soundtrack both = new Soundtrack(Optional.of("A"), 0, 0, 0, Soundtrack.Place.BOTH);
        Path other = folder.resolve("both.mp4");
        assertThat(new Renderer(2, 0)
                        .render(with(job, Optional.empty(), Optional.of(both)), work(), other, Run.QUIET)
                        .sound())
                .isEqualTo("aac");
        assertThat(folder.resolve("both.wav")).exists();
    }

    @Test
    void fadesThatDoNotFitAreRefused() {
        Soundtrack tooLong = new Soundtrack(Optional.of("A"), 0, 0.6, 0.6, Soundtrack.Place.INSIDE);
        assertThatThrownBy(() -> with(job(0.4, 1.4, 8, Optional.empty()), Optional.empty(), Optional.of(tooLong)))
                .hasMessage(
                        "The sound fades for 1.20 s, and the range lasts 1.00 s: shorten the fades or take a longer range.");
    }

    @Test
    void anyNumberOfThreadsGivesTheSameBytes() throws Exception {
        String one = bytes("one.mp4", 1);
        assertThat(bytes("three.mp4", 3)).isEqualTo(one);
    }

    private String bytes(String name, int threads) throws Exception {
        Path out = folder.resolve(name);
        new Renderer(threads, 0).render(job(1, 2, 8, Optional.empty()), work(), out, Run.QUIET);
        return ContentHash.of(out);
    }

    @Test
    void tenBitsComeOutAsTenBits() throws Exception {
        Path out = folder.resolve("ten.mp4");
        assertThat(new Renderer(2, 0)
                        .render(job(0, 0.4, 10, Optional.empty()), work(), out, Run.QUIET)
                        .bits())
                .isEqualTo(10);
    }

    @Test
    void aBrokenRenderGoesOnAndEndsWithTheSameBytes() throws Exception {
        Path whole = folder.resolve("whole.mp4");
        new Renderer(2, 0).render(job(0, 1.4, 8, Optional.of("B")), folder.resolve("w1"), whole, Run.QUIET);
        Path resumed = folder.resolve("resumed.mp4");
        boolean[] stop = {false};
        Run breaking = new Run(share -> stop[0] = share > 0.75, () -> stop[0]);
        assertThatThrownBy(() -> new Renderer(2, 0).render(job(0, 1.4, 8, Optional.of("B")), work(), resumed, breaking))
                .isInstanceOf(CancellationException.class);
        assertThat(resumed).as("nothing half-made is shown").doesNotExist();
        long pieces;
        try (Stream<Path> kept = Files.walk(work())) {
            pieces = kept.filter(file -> file.getFileName().toString().startsWith("piece-"))
                    .count();
        }
        assertThat(pieces).as("finished pieces are kept").isPositive();
        double[] first = {-1};
        Run watching = new Run(share -> first[0] = first[0] < 0 ? share : first[0], () -> false);
        new Renderer(2, 0).render(job(0, 1.4, 8, Optional.of("B")), work(), resumed, watching);
        assertThat(first[0]).as("it did not begin anew").isPositive();
        assertThat(ContentHash.of(resumed)).isEqualTo(ContentHash.of(whole));
    }

    @Test
    void refusesWhatCannotBeRendered() throws Exception {
        assertThatThrownBy(() -> job(8, 12, 8, Optional.empty())).hasMessageContaining("goes beyond the frames");
        assertThatThrownBy(() -> job(1, 1, 8, Optional.empty())).hasMessageContaining("holds no frame");
        assertThatThrownBy(() -> job(0, 1, 8, Optional.of("F"))).hasMessageContaining("'F'");
        Path there = Files.writeString(folder.resolve("there.mp4"), "precious");
        RenderJob job = job(0, 0.4, 8, Optional.empty());
        assertThatThrownBy(() -> new Renderer(1, 0).render(job, work(), there, Run.QUIET))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("there.mp4 exists already");
        assertThat(there).hasContent("precious");
    }

    @Test
    void aClipThatIsCutOffAfterItWasOpenedIsNamed() throws Exception {
        Path media = Files.createDirectory(folder.resolve("media"));
        for (String name : List.of("sluice-path-a.mp4", "sluice-path-b.mp4")) {
            Files.copy(DemoTake.MEDIA.resolve(name), media.resolve(name));
        }
        Recipe recipe = DemoTake.recipe();
        Take take = Take.open(recipe, MediaFolders.of(media));
        byte[] bytes = Files.readAllBytes(media.resolve("sluice-path-b.mp4"));
        // The index of this file stands at its end: without it nothing can be decoded.
        Files.write(media.resolve("sluice-path-b.mp4"), java.util.Arrays.copyOf(bytes, bytes.length / 3));
        RenderJob job = new RenderJob(
                recipe, DemoTake.smallSpec(8, Optional.empty()), take, new TimeSpan(0, 1), Optional.empty());
        Path out = folder.resolve("never.mp4");
        assertThatThrownBy(() -> new Renderer(1, 0).render(job, work(), out, Run.QUIET))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("sluice-path-b.mp4");
        assertThat(out).doesNotExist();
    }

    @Test
    void missingChangedAndOutlyingClipsAreRefusedByName() throws Exception {
        Recipe recipe = DemoTake.recipe();
        assertThatThrownBy(() -> Take.open(recipe, MediaFolders.of(folder)))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("sluice-path-a.mp4 (lens A) is not in the media folder");
        Files.copy(DemoTake.MEDIA.resolve("sluice-path-b.mp4"), folder.resolve("sluice-path-a.mp4"));
        assertThatThrownBy(() -> Take.open(recipe, MediaFolders.of(folder)))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("sluice-path-a.mp4 (lens A) is not the file the recipe was made for");
        Path inner = Files.createDirectory(folder.resolve("inner"));
        Files.createSymbolicLink(inner.resolve("sluice-path-a.mp4"), folder.resolve("sluice-path-a.mp4"));
        assertThatThrownBy(() -> Take.open(recipe, MediaFolders.of(inner)))
                .hasMessageContaining("lies outside the media folder");
    }

    @Test
    void theResultIsReadBackAndSaysWhatItIs() throws Exception {
        Path out = folder.resolve("tags.mp4");
        new Renderer(2, 0).render(job(0, 0.4, 8, Optional.empty()), work(), out, Run.QUIET);
        var video = MediaProbe.probe(out).video().orElseThrow();
        assertThat(video.assumed()).as("nothing is left to be assumed").isEmpty();
        assertThat(video.frameRate()).isEqualTo("25/1");
    }

    private Path work() throws Exception {
        return Files.createDirectories(folder.resolve("work"));
    }

    @Test
    void aFileThatShowsSomethingElseIsFoundOut() throws Exception {
        RenderJob job = job(0.4, 0.8, 8, Optional.empty());
        Path out = folder.resolve("out.mp4");
        new Renderer(2, 0).render(job, work(), out, Run.QUIET);
        MediaInfo.Video video = MediaProbe.probe(out).video().orElseThrow();
        FrameIndex index = FrameIndex.read(out);
        Frame grey = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        FreshLook look = new FreshLook(job, folder);
        // Of nothing was noted there what it shows.
        assertThatThrownBy(() -> look.worst(out, FreshLook.of(out, index, video), number -> grey))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("at 0.00 s it shows something else than was stitched");
        Frame deep = Frame.allocate(PixelFormat.YUV420_10, video.tags(), 32, 32);
        Frame flat = Frame.allocate(PixelFormat.YUV420_8, video.tags(), 32, 32);
        for (int at = 0; at < 32 * 32; at++) {
            deep.y().set(at % 32, at / 32, 400);
            flat.y().set(at % 32, at / 32, 90);
        }
        assertThat(FreshLook.apart(FreshLook.means(deep), FreshLook.means(flat)))
                .isEqualTo(10);
    }
}
