package foldback.media.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.finish.ColourTransform;
import foldback.media.MediaException;
import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CubeReaderTest {
    @TempDir
    private Path folder;

    /** FFmpeg reads the same file and interpolates by tetrahedra, too. */
    @Test
    void coloursComeOutAsFromFfmpeg() throws Exception {
        int size = 9;
        StringBuilder text = new StringBuilder("TITLE \"crossed\"\n# a comment\nLUT_3D_SIZE " + size + "\n");
        for (int i = 0; i < size * size * size; i++) {
            double r = i % size / (size - 1.0);
            double g = i / size % size / (size - 1.0);
            double b = i / size / size / (size - 1.0);
            text.append(String.format(
                    Locale.ROOT,
                    "%.6f %.6f %.6f\n",
                    0.8 * r * r + 0.1 * b,
                    Math.sqrt(g) * 0.9,
                    0.2 + 0.5 * b + 0.3 * r * g));
        }
        Path cube = Files.writeString(folder.resolve("crossed.cube"), text);
        int width = 64;
        byte[] pixels = new byte[width * width * 6];
        new Random(4).nextBytes(pixels);
        Path raw = Files.write(folder.resolve("in.raw"), pixels);
        Path out = folder.resolve("out.raw");
        Children.Outcome outcome = Children.run(List.of(
                "ffmpeg",
                "-v",
                "error",
                "-f",
                "rawvideo",
                "-pix_fmt",
                "rgb48le",
                "-s",
                width + "x" + width,
                "-i",
                raw.toString(),
                "-vf",
                "lut3d=" + cube + ":interp=tetrahedral",
                "-pix_fmt",
                "rgb48le",
                "-f",
                "rawvideo",
                out.toString()));
        assertThat(outcome.code()).as(outcome.errors()).isZero();
        byte[] wanted = Files.readAllBytes(out);
        ColourTransform transform = CubeReader.read(cube);
        int count = width * width;
        float[][] rgb = new float[3][count];
        for (int i = 0; i < count; i++) {
            for (int c = 0; c < 3; c++) {
                rgb[c][i] = word(pixels, 6 * i + 2 * c) / 65535f;
            }
        }
        transform.apply(rgb[0], rgb[1], rgb[2], count);
        for (int i = 0; i < count; i++) {
            for (int c = 0; c < 3; c++) {
                assertThat((double) rgb[c][i]).isCloseTo(word(wanted, 6 * i + 2 * c) / 65535.0, within(1e-4));
            }
        }
    }

    private static int word(byte[] bytes, int at) {
        return bytes[at] & 0xff | (bytes[at + 1] & 0xff) << 8;
    }

    @Test
    void tablesOfChannelsAndTheirDomainAreRead() throws Exception {
        Path cube = Files.writeString(
                folder.resolve("one.cube"),
                "LUT_1D_SIZE 3\r\nDOMAIN_MIN 0 0 -1\r\nDOMAIN_MAX 1 2 1\r\n0 0 0\r\n0.5 0.25 0.5\r\n1 1 1\r\n");
        float[] red = {0.75f};
        float[] green = {0.5f};
        float[] blue = {-1};
        CubeReader.read(cube).apply(red, green, blue, 1);
        assertThat(new float[] {red[0], green[0], blue[0]}).containsExactly(0.75f, 0.125f, 0);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "hello there|line 1|no LUT_3D_SIZE",
                "LUT_3D_SIZE 2;0 0 0;1 1|line 3|three numbers",
                "LUT_3D_SIZE 2;0 0 0|line 2|ends after 1 of 8",
                "LUT_3D_SIZE 1|line 1|2 to 129",
                "LUT_3D_SIZE many|line 1|'many' is no number",
                "LUT_1D_SIZE 2;0 0 0;1 NaN 1|line 3|'NaN' is no number",
                "LUT_1D_SIZE 2;0 0 0;1 1 1;2 2 2|line 4|more than the 2 rows",
                "LUT_1D_SIZE 2;LUT_3D_SIZE 2|line 2|second table",
                "0 0 0|line 1|before LUT_3D_SIZE",
                "LUT_1D_SIZE 2;DOMAIN_MIN 1 1 1;0 0 0;1 1 1|line 4|DOMAIN_MAX must be above",
            })
    void whatIsBrokenIsSaidWithItsLine(String lines, String line, String why) throws Exception {
        Path cube = Files.writeString(folder.resolve("broken.cube"), lines.replace(';', '\n'));
        assertThatThrownBy(() -> CubeReader.read(cube))
                .isInstanceOf(MediaException.class)
                .hasMessageContainingAll("broken.cube", line, why);
    }

    @Test
    void bytesThatAreNoTextAreRefused() throws Exception {
        byte[] noise = new byte[4000];
        new Random(2).nextBytes(noise);
        Path cube = Files.write(folder.resolve("noise.cube"), noise);
        assertThatThrownBy(() -> CubeReader.read(cube)).isInstanceOf(MediaException.class);
    }
}
