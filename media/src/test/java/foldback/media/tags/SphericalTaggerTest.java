package foldback.media.tags;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.StreamHash;
import foldback.media.process.Children;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
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

    @ParameterizedTest
    @ValueSource(ints = {0, 7, 300})
    void refusesWhatIsNoMp4(int length) throws Exception {
        Path bad = Files.write(folder.resolve("bad.mp4"), new byte[length]);
        assertThatThrownBy(() -> SphericalTagger.copyTagged(bad, folder.resolve("out.mp4"), SphereTags.WHOLE))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("bad.mp4 is no complete MP4");
    }
}
