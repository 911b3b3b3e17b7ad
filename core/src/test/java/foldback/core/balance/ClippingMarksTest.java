package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import org.junit.jupiter.api.Test;

class ClippingMarksTest {
    private static final int SIZE = 32;

    /** Left half clipped in the source, the next quarter by the correction, the last not at all. */
    @Test
    void tellsWhatTheSourceClippedFromWhatTheCorrectionClips() {
        Frame source = frame(x -> x < 16 ? 235 : x < 24 ? 200 : 100);
        Frame result = frame(x -> x < 16 ? 220 : x < 24 ? 240 : 120);
        ClippingMarks.Counts counts = ClippingMarks.draw(source, result);
        assertThat(counts.source()).isEqualTo(16 * SIZE);
        assertThat(counts.ours()).isEqualTo(8 * SIZE);
        assertThat(result.y().get(30, 5)).as("what is not clipped stays").isEqualTo(120);
        assertThat(striped(result, 0, 16)).isTrue();
        assertThat(striped(result, 16, 24)).isTrue();
        assertThat(most(result.v(), 0, 8)).as("orange").isGreaterThan(150);
        assertThat(most(result.u(), 8, 12)).as("blue").isGreaterThan(170);
    }

    @Test
    void aBrightColourIsClippedInItsChannelAlone() {
        Frame plain = frame(x -> 150);
        Frame red = frame(x -> 150);
        for (int y = 0; y < SIZE / 2; y++) {
            for (int x = 0; x < SIZE / 2; x++) {
                red.v().set(x, y, 200);
            }
        }
        assertThat(ClippingMarks.draw(plain, red).ours()).isEqualTo(SIZE * SIZE);
    }

    private interface Codes {
        int at(int x);
    }

    private static int most(Plane plane, int from, int to) {
        int most = 0;
        for (int y = 0; y < plane.height(); y++) {
            for (int x = from; x < to; x++) {
                most = Math.max(most, plane.get(x, y));
            }
        }
        return most;
    }

    private static boolean striped(Frame frame, int from, int to) {
        int least = 255;
        int most = 0;
        for (int y = 0; y < SIZE; y++) {
            for (int x = from; x < to; x++) {
                least = Math.min(least, frame.y().get(x, y));
                most = Math.max(most, frame.y().get(x, y));
            }
        }
        return most - least > 50;
    }

    private static Frame frame(Codes luma) {
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, SIZE, SIZE);
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                frame.y().set(x, y, luma.at(x));
                frame.u().set(x / 2, y / 2, 128);
                frame.v().set(x / 2, y / 2, 128);
            }
        }
        return frame;
    }
}
