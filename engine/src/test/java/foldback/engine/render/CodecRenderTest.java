package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.VideoCodec;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Deliverables in every codec: what they are tagged as, and that the same documents give the same bytes. */
class CodecRenderTest {
    private static final TimeSpan SPAN = new TimeSpan(1, 1.6);

    @TempDir
    private Path folder;

    private static RenderSpec spec(VideoCodec codec, int bits) {
        return spec(codec, bits, RenderSpec.Colours.FOOTAGE);
    }

    private static RenderSpec spec(VideoCodec codec, int bits, RenderSpec.Colours colours) {
        return new RenderSpec(
                256,
                128,
                Layout.SPHERE,
                codec.isRated() ? Coding.ofQuality(codec, "ultrafast", 24) : Coding.unrated(codec),
                bits,
                Kernel.QUICK,
                Optional.empty(),
                2,
                Optional.of(10),
                Optional.of(Soundtrack.of("A")),
                colours);
    }

    private Path rendered(VideoCodec codec, int bits, int threads) throws Exception {
        return rendered(codec, bits, threads, RenderSpec.Colours.FOOTAGE);
    }

    private Path rendered(VideoCodec codec, int bits, int threads, RenderSpec.Colours colours) throws Exception {
        Recipe recipe = DemoTake.recipe();
        Take take = Take.open(recipe, MediaFolders.of(DemoTake.MEDIA));
        RenderJob job = new RenderJob(recipe, spec(codec, bits, colours), take, SPAN, Optional.empty());
        Path out = folder.resolve(threads + "." + codec.container());
        Verified verified = new Renderer(threads, 0).render(job, folder.resolve("work" + threads), out, Run.QUIET);
        assertThat(verified.frames()).isEqualTo(15);
        assertThat(verified.sound()).isEqualTo("aac");
        return out;
    }

    @ParameterizedTest
    @CsvSource({"H264, 10", "H265, 8", "H265, 10", "AV1, 8", "AV1, 10", "PRORES_422, 10", "PRORES_422_HQ, 10"})
    void aFileIsWhatItsSpecSaysAndTheSameAgain(VideoCodec codec, int bits) throws Exception {
        Path file = rendered(codec, bits, 2);
        MediaInfo.Video video = MediaProbe.probe(file).video().orElseThrow();
        assertThat(video.codec()).isEqualTo(codec.probed());
        assertThat(video.format().bits()).isEqualTo(bits);
        assertThat(video.projection()).contains("equirectangular");
        assertThat(video.tags().matrix()).isEqualTo(ColourTags.Matrix.BT709);
        assertThat(video.tags().range()).isEqualTo(ColourTags.Range.LIMITED);
        assertThat(video.assumed()).as("what its tags leave open").isEmpty();
        assertThat(Files.mismatch(file, rendered(codec, bits, 1))).isEqualTo(-1);
    }

    @ParameterizedTest
    @CsvSource({"H265, HLG", "H265, PQ", "PRORES_422_HQ, HLG"})
    void highDynamicRangeIsTaggedAsWhatItIs(VideoCodec codec, RenderSpec.Colours colours) throws Exception {
        Path file = rendered(codec, 10, 2, colours);
        MediaInfo.Video video = MediaProbe.probe(file).video().orElseThrow();
        assertThat(video.tags().matrix()).isEqualTo(ColourTags.Matrix.BT2020);
        assertThat(video.tags().transfer().name()).isEqualTo(colours.name());
        assertThat(video.assumed()).isEmpty();
        assertThatThrownBy(() -> spec(VideoCodec.H265, 8, colours)).hasMessageContaining("choose 10 bits");
        String both = spec(codec, 10, colours).write().replace("\"hdr\"", "\"through_transform\": true, \"hdr\"");
        assertThatThrownBy(() -> RenderSpec.read(both)).hasMessageContaining("do not go together");
        assertThat(RenderSpec.read(spec(codec, 10, colours).write())).isEqualTo(spec(codec, 10, colours));
    }

    @Test
    void theLargerProResIsLarger() throws Exception {
        long plain = Files.size(rendered(VideoCodec.PRORES_422, 10, 2));
        long high = Files.size(rendered(VideoCodec.PRORES_422_HQ, 10, 1));
        assertThat(high).isGreaterThan(plain * 5 / 4);
    }

    @Test
    void whatACodecCannotDoIsSaidBefore() {
        assertThatThrownBy(() -> spec(VideoCodec.PRORES_422, 8))
                .hasMessage("ProRes 422 has 10 bits a sample, not 8: choose other bits or another codec.");
        String text = spec(VideoCodec.PRORES_422_HQ, 10).write();
        assertThat(RenderSpec.read(text)).isEqualTo(spec(VideoCodec.PRORES_422_HQ, 10));
        assertThatThrownBy(() -> RenderSpec.read(text.replace("prores_422_hq", "h265")))
                .hasMessageContaining("'spec.preset'");
        assertThatThrownBy(
                        () -> RenderSpec.read(spec(VideoCodec.H265, 10).write().replace("h265", "prores_422")))
                .hasMessageContaining("is not known here");
    }
}
