package foldback.media.ffmpeg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.picture.ColourTags;
import foldback.core.run.Run;
import foldback.media.MediaException;
import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ViewingCopyTest {
    @TempDir
    private Path folder;

    @Test
    void whatIsNoFilmIsSaidByNameAndLeavesNothing() throws Exception {
        Path film = Files.writeString(folder.resolve("film.mp4"), "no film");
        Path out = folder.resolve("copy.mp4");
        assertThatThrownBy(() -> ViewingCopy.make(film, out, Run.QUIET))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("film.mp4");
        assertThat(out).doesNotExist();
    }

    /** A grey of 75% of HLG's signal is a diffuse white, and so nearly white where screens show Rec.709. */
    @Test
    void highDynamicRangeIsShownInRec709() throws Exception {
        Path film = folder.resolve("hlg.mp4");
        TestClips.ffmpeg(
                "-f",
                "lavfi",
                "-i",
                "nullsrc=s=64x64:r=10:d=0.3,format=yuv420p10le,geq=lum=721:cb=512:cr=512,"
                        + "setparams=range=tv:colorspace=bt2020nc:color_primaries=bt2020:color_trc=arib-std-b67",
                "-c:v",
                "libx265",
                "-x265-params",
                "log-level=error:range=limited:colorprim=bt2020:transfer=arib-std-b67:colormatrix=bt2020nc",
                Children.fileArgument(film));
        Path copy = folder.resolve("copy.mp4");
        ViewingCopy.make(film, copy, Run.QUIET);
        MediaInfo.Video video = MediaProbe.probe(copy).video().orElseThrow();
        assertThat(video.tags().matrix()).isEqualTo(ColourTags.Matrix.BT709);
        assertThat(video.tags().transfer()).isEqualTo(ColourTags.Curve.BT709);
        Path luma = folder.resolve("luma.raw");
        TestClips.ffmpeg(
                "-i",
                Children.fileArgument(copy),
                "-frames:v",
                "1",
                "-pix_fmt",
                "yuv420p",
                "-f",
                "rawvideo",
                Children.fileArgument(luma));
        assertThat(Files.readAllBytes(luma)[0] & 0xff).isBetween(218, 236);
    }
}
