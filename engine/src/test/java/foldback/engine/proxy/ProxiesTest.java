package foldback.engine.proxy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.Frame;
import foldback.core.recipe.ClipRef;
import foldback.core.run.Run;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.decode.FrameReader;
import foldback.media.process.Children;
import foldback.media.proxy.ProxyEncoder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProxiesTest {
    @TempDir
    private Path folder;

    private final ProxyDecoders decoders = new LibraryDecoders();
    private final ProxyDecoders programs = new ProgramDecoders();

    @AfterEach
    void close() {
        decoders.close();
        programs.close();
    }

    @ParameterizedTest
    @CsvSource({"1920,1920,960,960", "1440,1920,720,960", "2704,2028,960,720", "5760,2880,1920,960", "640,480,640,480"})
    void sizesKeepTheAspectToThePixel(int width, int height, int proxyWidth, int proxyHeight) {
        assertThat(ProxySize.of(width, height)).isEqualTo(new ProxySize(proxyWidth, proxyHeight));
    }

    /** Frames of changing gaps, B-frames and full range: the hard case for frames to keep number and level. */
    @Test
    void everyFrameKeepsItsNumberAndLevel() throws Exception {
        TakeClip clip = open(film(
                "-vf",
                "format=yuvj420p,settb=1/1000,setpts=(N+2*floor(N/3))*20",
                "-enc_time_base",
                "-1",
                "-bf",
                "2",
                "-g",
                "40"));
        Proxies proxies = new Proxies(folder.resolve("proxies"));
        assertThat(proxies.of(clip)).isEmpty();
        List<Double> told = new ArrayList<>();
        proxies.make(clip, new Run(told::add, () -> false));
        Proxy proxy = proxies.of(clip).orElseThrow();
        assertThat(told).isNotEmpty().isSorted();
        assertThat(proxy.pictures().frames()).isEqualTo(clip.index().frames()).isGreaterThan(40);
        assertThat(proxy.video().format()).isEqualTo(clip.video().format());
        assertThat(proxy.video().tags()).isEqualTo(clip.video().tags());
        for (int n : new int[] {0, 1, 17, clip.index().frames() - 1}) {
            assertThat(n - proxy.pictures().keyBefore(n)).isLessThan(ProxyEncoder.GROUP);
            Frame small = decoders.frame(proxy, n);
            assertThat(difference(programs.frame(proxy, n), small)).isZero();
            double own = difference(small, read(clip, n));
            double neighbours = difference(small, read(clip, n == 0 ? 1 : n - 1));
            // The pattern is hard-edged and moves little: a level that is off by its range would add 10 and more.
            assertThat(own).as("frame %d", n).isLessThan(4).isLessThan(neighbours);
        }
    }

    @Test
    void aDamagedClipsProxyIsRefusedByNameAndLeavesNothing() throws Exception {
        Path clip = film("-c:v", "mpeg2video", "-f", "mpegts");
        byte[] bytes = Files.readAllBytes(clip);
        TakeClip opened = open(clip);
        Files.write(clip, Arrays.copyOf(bytes, bytes.length / 2));
        Proxies proxies = new Proxies(folder.resolve("proxies"));
        assertThatThrownBy(() -> proxies.make(opened, Run.QUIET))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("clip.mp4");
        assertThat(folder.resolve("proxies")).isEmptyDirectory();
        assertThat(Files.size(clip)).as("the clip is left as it is").isEqualTo(bytes.length / 2);
    }

    @Test
    void aStoppedProxyLeavesNothingAndIsMadeAnew() throws Exception {
        TakeClip clip = Take.open(DemoTake.recipe(), MediaFolders.of(DemoTake.MEDIA))
                .clips()
                .get(0);
        Proxies proxies = new Proxies(folder.resolve("proxies"));
        assertThatThrownBy(() -> proxies.make(clip, new Run(share -> {}, () -> true)))
                .isInstanceOf(CancellationException.class);
        assertThat(folder.resolve("proxies")).isEmptyDirectory();
        proxies.make(clip, Run.QUIET);
        assertThat(proxies.of(clip)).isPresent();
    }

    @Test
    void picturesComeFromProxiesOnceTheyAreThereAndLookTheSame() throws Exception {
        Take take = Take.open(DemoTake.recipe(), MediaFolders.of(DemoTake.MEDIA));
        Canvas canvas = new Canvas(1280, 640);
        Previewer.Picture original;
        try (Previewer previewer = new Previewer(new Proxies(folder.resolve("proxies")), 200 << 20, 2)) {
            original = previewer.sphere(DemoTake.recipe(), take, 3.2, target(canvas), Optional.empty(), Run.QUIET);
            assertThat(original.fromProxies()).isFalse();
        }
        try (Previewer previewer = new Previewer(DemoTake.proxies(), 200 << 20, 2)) {
            Previewer.Picture small =
                    previewer.sphere(DemoTake.recipe(), take, 3.2, target(canvas), Optional.empty(), Run.QUIET);
            assertThat(small.fromProxies()).isTrue();
            assertThat(difference(small.frame(), original.frame())).isLessThan(3);
            // What a proxy cannot show sharply comes from the original.
            assertThat(previewer
                            .sphere(
                                    DemoTake.recipe(),
                                    take,
                                    3.2,
                                    target(new Canvas(3840, 1920)),
                                    Optional.empty(),
                                    Run.QUIET)
                            .fromProxies())
                    .isFalse();
            assertThat(previewer.lens(take, 0, 3.2, 0).fromProxies()).isFalse();
            assertThat(previewer.lens(take, 0, 3.2, 1).fromProxies()).isTrue();
            assertThat(previewer.lens(take, 0, 3.2, 2).frame().width()).isEqualTo(480);
        }
    }

    /** The mean difference of luma, codes. */
    private static double difference(Frame one, Frame other) {
        double sum = 0;
        for (int y = 0; y < one.height(); y++) {
            for (int x = 0; x < one.width(); x++) {
                sum += Math.abs(one.y().get(x, y) - other.y().get(x, y));
            }
        }
        return sum / (one.width() * one.height());
    }

    private Path film(String... options) throws Exception {
        Path clip = folder.resolve("clip.mp4");
        List<String> command = new ArrayList<>(
                List.of("ffmpeg", "-nostdin", "-v", "error", "-f", "lavfi", "-i", "testsrc2=s=320x240:r=25:d=2"));
        command.addAll(List.of("-vsync", "passthrough"));
        command.addAll(List.of(options));
        command.add(clip.toString());
        Children.Outcome outcome = Children.run(command);
        assertThat(outcome.code()).as(outcome.errors()).isZero();
        return clip;
    }

    private static TakeClip open(Path clip) {
        return TakeClip.open(new ClipRef("A", clip.getFileName().toString(), ContentHash.of(clip), 0), clip);
    }

    private static Frame read(TakeClip clip, int number) {
        int width = clip.video().width();
        int height = clip.video().height();
        Frame frame = Frame.allocate(clip.video().format(), clip.video().tags(), width, height);
        try (FrameReader reader = new FrameReader(clip.index(), clip.video(), number, width, height, 0)) {
            assertThat(reader.next(frame)).isTrue();
        }
        return frame;
    }

    private static Target target(Canvas canvas) {
        return Target.plain(canvas, Kernel.QUICK, Target.Colours.FOOTAGE);
    }
}
