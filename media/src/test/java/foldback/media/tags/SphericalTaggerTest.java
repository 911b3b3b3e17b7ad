package foldback.media.tags;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.StreamHash;
import foldback.media.process.Children;
import java.nio.ByteBuffer;
import java.nio.IntBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SphericalTaggerTest {
    @TempDir
    private Path folder;

    /** The index may stand before or after the media data. */
    @ParameterizedTest
    @ValueSource(strings = {"+faststart", "+bitexact"})
    void tagsWithoutTouchingThePicture(String flags) throws Exception {
        Path plain = folder.resolve("plain.mp4");
        String option = flags.equals("+faststart") ? "-movflags" : "-fflags";
        assertThat(Children.run(List.of(
                                "ffmpeg",
                                "-nostdin",
                                "-v",
                                "error",
                                "-f",
                                "lavfi",
                                "-i",
                                "testsrc=s=128x64:r=25:d=1",
                                "-f",
                                "lavfi",
                                "-i",
                                "sine=d=1",
                                "-c:v",
                                "libx264",
                                "-c:a",
                                "aac",
                                option,
                                flags,
                                plain.toString()))
                        .code())
                .isZero();
        Path tagged = folder.resolve("tagged.mp4");
        SphericalTagger.copyTagged(plain, tagged, SphereTags.WHOLE);
        assertThat(MediaProbe.probe(tagged).video().orElseThrow().projection()).hasValue("equirectangular");
        assertThat(StreamHash.ofVideo(tagged)).isEqualTo(StreamHash.ofVideo(plain));
        String bytes = new String(Files.readAllBytes(tagged), StandardCharsets.ISO_8859_1);
        assertThat(bytes).contains("<GSpherical:ProjectionType>equirectangular</GSpherical:ProjectionType>");
        assertThat(bytes.indexOf("moov")).as("the index comes first").isLessThan(bytes.indexOf("mdat"));
        // Decoding all of it proves that every chunk is where the index says.
        assertThat(Children.run(List.of(
                                "ffmpeg",
                                "-nostdin",
                                "-v",
                                "error",
                                "-xerror",
                                "-i",
                                tagged.toString(),
                                "-f",
                                "null",
                                "-"))
                        .code())
                .isZero();
    }

    /** As FFmpeg's prober names what it finds. */
    @ParameterizedTest
    @CsvSource({
        "WHOLE, ABOVE, equirectangular, top and bottom, top-bottom",
        "WHOLE, BESIDE, equirectangular, side by side, left-right",
        "HALF, BESIDE, tiled equirectangular, side by side, ",
        "HALF, ONE, tiled equirectangular, , ",
        ", BESIDE, , side by side, ",
        ", ONE, , , "
    })
    void saysWhatEachEyeIsShown(
            SphereTags.Part part, SphereTags.Arrangement arrangement, String projection, String eyes, String old)
            throws Exception {
        Path plain = folder.resolve("plain.mp4");
        assertThat(Children.run(List.of(
                                "ffmpeg",
                                "-nostdin",
                                "-v",
                                "error",
                                "-f",
                                "lavfi",
                                "-i",
                                "testsrc=s=128x64:r=25:d=0.2",
                                "-c:v",
                                "libx264",
                                plain.toString()))
                        .code())
                .isZero();
        Path tagged = folder.resolve("tagged.mp4");
        SphericalTagger.copyTagged(plain, tagged, new SphereTags(Optional.ofNullable(part), arrangement));
        MediaInfo.Video video = MediaProbe.probe(tagged).video().orElseThrow();
        assertThat(video.projection()).isEqualTo(Optional.ofNullable(projection));
        assertThat(video.eyes()).isEqualTo(Optional.ofNullable(eyes));
        String bytes = new String(Files.readAllBytes(tagged), StandardCharsets.ISO_8859_1);
        // Old readers know no half: they are told nothing of it.
        assertThat(bytes.contains("GSpherical")).isEqualTo(part == SphereTags.Part.WHOLE);
        if (old != null) {
            assertThat(bytes).contains("<GSpherical:StereoMode>" + old + "</GSpherical:StereoMode>");
        }
        int bounds = bytes.indexOf("equi") + 4 + 4;
        if (part == SphereTags.Part.HALF) {
            // Of 32 bits a quarter is missing on the left and on the right, nothing above and below.
            assertThat(ByteBuffer.wrap(Files.readAllBytes(tagged), bounds, 16).asIntBuffer())
                    .isEqualTo(IntBuffer.wrap(new int[] {0, 0, 1 << 30, 1 << 30}));
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 7, 300})
    void refusesWhatIsNoMp4(int length) throws Exception {
        Path bad = Files.write(folder.resolve("bad.mp4"), new byte[length]);
        assertThatThrownBy(() -> SphericalTagger.copyTagged(bad, folder.resolve("out.mp4"), SphereTags.WHOLE))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("bad.mp4 is no complete MP4");
    }
}
