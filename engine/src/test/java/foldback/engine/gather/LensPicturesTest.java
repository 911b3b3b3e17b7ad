package foldback.engine.gather;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.ImageCircle;
import foldback.core.picture.Area;
import foldback.engine.DemoTake;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Files with two lens pictures, in the ways that recorders lay them out, put together by FFmpeg from the demo's clips. */
class LensPicturesTest {
    @TempDir
    private Path folder;

    private List<LensPictures.Found> found(String filter) throws Exception {
        Path file = folder.resolve("clip.mp4");
        assertThat(Children.run(List.of(
                                "ffmpeg",
                                "-nostdin",
                                "-v",
                                "error",
                                "-i",
                                DemoTake.MEDIA.resolve("sluice-path-a.mp4").toString(),
                                "-i",
                                DemoTake.MEDIA.resolve("sluice-path-b.mp4").toString(),
                                "-t",
                                "0.6",
                                "-an",
                                "-filter_complex",
                                filter,
                                Children.fileArgument(file)))
                        .errors())
                .isEmpty();
        return LensPictures.find(file, MediaProbe.probe(file));
    }

    @ParameterizedTest
    @CsvSource({
        "hstack, scale=480:480, 480, 0, 480, 480",
        "vstack, scale=480:480, 0, 480, 480, 480",
        "hstack, 'scale=480:480,pad=480:540:0:30', 480, 0, 480, 540",
        "vstack, 'scale=400:400,pad=480:400:40:0', 0, 400, 480, 400"
    })
    void twoDiscsAreTwoLenses(String stack, String each, int left, int top, int width, int height) throws Exception {
        List<LensPictures.Found> lenses = found("[0]" + each + "[a];[1]" + each + "[b];[a][b]" + stack);
        assertThat(lenses).hasSize(2);
        assertThat(lenses.get(0).area()).contains(new Area(0, 0, width, height));
        assertThat(lenses.get(1).area()).contains(new Area(left, top, width, height));
        for (LensPictures.Found lens : lenses) {
            ImageCircle circle = lens.circle().orElseThrow();
            assertThat(circle.cx()).isCloseTo(width / 2.0, within(6.0));
            assertThat(circle.cy()).isCloseTo(height / 2.0, within(6.0));
        }
    }

    @Test
    void oneDiscInAWidePictureIsOneLens() throws Exception {
        List<LensPictures.Found> lenses = found("[0]scale=480:480,pad=856:480:188:0");
        assertThat(lenses).hasSize(1);
        assertThat(lenses.get(0).area()).isEmpty();
        assertThat(lenses.get(0).circle().orElseThrow().cx()).isCloseTo(428, within(6.0));
    }

    @Test
    void aWidePictureWithoutADiscIsOneLens() throws Exception {
        assertThat(found("[0]crop=800:400,scale=960:480")).hasSize(1);
    }
}
