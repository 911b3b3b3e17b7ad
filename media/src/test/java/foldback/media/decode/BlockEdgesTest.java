package foldback.media.decode;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Damage follows the blocks of coding; what was filmed does not. */
class BlockEdgesTest {
    private static final int WIDTH = 320;
    private static final int HEIGHT = 208;

    private static int scene(int frame, int x, int y) {
        double u = x + 2.3 * frame;
        double v = y - 1.7 * frame;
        return (int) (110 + 40 * Math.sin(u / 17) * Math.cos(v / 13) + 25 * Math.sin((u + v) / 29));
    }

    private static Frame frame(PixelFormat format, IntBinaryOperator grey) {
        // A part of a larger frame, as the lenses of one file are.
        Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, WIDTH + 32, HEIGHT + 32)
                .sub(16, 16, WIDTH, HEIGHT);
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                int value = Math.max(0, Math.min(255, grey.applyAsInt(x, y)));
                frame.y().set(x, y, value << format.bits() - 8);
            }
        }
        return frame;
    }

    private static boolean cutOut(PixelFormat format, IntBinaryOperator grey) {
        return BlockEdges.cutOut(
                frame(format, grey),
                List.of(frame(format, (x, y) -> scene(0, x, y)), frame(format, (x, y) -> scene(2, x, y))));
    }

    @ParameterizedTest
    @ValueSource(ints = {8, 10})
    void slicesOfGarbageAreCutOut(int bits) {
        PixelFormat format = bits == 8 ? PixelFormat.YUV420_8 : PixelFormat.YUV420_10;
        SplittableRandom random = new SplittableRandom(1);
        assertThat(cutOut(format, (x, y) -> y / 16 == 5 && x / 128 == 1 ? 20 + random.nextInt(30) : scene(1, x, y)))
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 3, 11})
    void aShiftOfLightFromABlockToTheEndIsCutOut(int column) {
        assertThat(cutOut(
                        PixelFormat.YUV420_8,
                        (x, y) -> scene(1, x, y) + (y / 16 > 6 || y / 16 == 6 && x / 16 >= column ? 45 : 0)))
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 5, 9})
    void anInsectIsNot(int offset) {
        assertThat(cutOut(
                        PixelFormat.YUV420_8,
                        (x, y) -> Math.hypot(x - 150 - offset, 1.7 * (y - 90 - offset)) < 50 ? 25 : scene(1, x, y)))
                .isFalse();
    }

    /** Its border takes some rows, since light takes some time; here it happens to lie on a block's. */
    @ParameterizedTest
    @ValueSource(ints = {3, 6})
    void aFlashUnderARollingShutterIsNot(int rows) {
        assertThat(cutOut(
                        PixelFormat.YUV420_8,
                        (x, y) -> scene(1, x, y) + (int) (80 * Math.max(0, Math.min(1, (y - 95 + rows / 2.0) / rows)))))
                .isFalse();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 9})
    void aJoltIsNot(int by) {
        assertThat(cutOut(PixelFormat.YUV420_8, (x, y) -> scene(1, x + by, y + by)))
                .isFalse();
    }
}
