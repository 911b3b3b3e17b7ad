package foldback.core.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.run.Threads;
import foldback.core.tone.Transfer;
import foldback.core.tone.Viewing;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CanvasFinishTest {
    private static final ColourTags TAGS = ColourTags.BT709_LIMITED;

    /** A level between two codes must be as bright on the whole as it was, and no level may break away in one step. */
    @Test
    void lostBitsAreDithered() {
        Frame deep = Frame.allocate(PixelFormat.YUV420_10, TAGS, 64, 32);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, TAGS, 64, 32);
        for (int level = 400; level < 408; level++) {
            fill(deep, level, 512, 500);
            new CanvasFinish(Optional.empty()).finish(deep, out);
            assertThat(mean(out)).isCloseTo(level / 4.0, within(0.01));
            assertThat(out.u().get(5, 7)).isEqualTo(128);
            assertThat(out.v().get(5, 7)).isEqualTo(125);
        }
    }

    @Test
    void nothingLeavesTheRange() {
        Frame deep = Frame.allocate(PixelFormat.YUV420_10, TAGS, 8, 8);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, TAGS, 8, 8);
        fill(deep, 1023, 0, 1023);
        new CanvasFinish(Optional.empty()).finish(deep, out);
        assertThat(out.y().get(3, 3)).isEqualTo(255);
        assertThat(out.u().get(1, 1)).isZero();
    }

    @Test
    void aCubeThatChangesNothingChangesNothing() {
        int size = 5;
        float[] colours = new float[3 * size * size * size];
        for (int i = 0; i < colours.length / 3; i++) {
            colours[3 * i] = i % size / (size - 1f);
            colours[3 * i + 1] = i / size % size / (size - 1f);
            colours[3 * i + 2] = i / size / size / (size - 1f);
        }
        ColourCube same = new ColourCube(size, colours, new float[3], new float[] {1, 1, 1});
        Frame deep = Frame.allocate(PixelFormat.YUV420_10, TAGS, 16, 16);
        Frame out = Frame.allocate(PixelFormat.YUV420_10, TAGS, 16, 16);
        fill(deep, 500, 560, 470);
        new CanvasFinish(Optional.of(same)).finish(deep, out);
        assertThat(out.y().get(9, 4)).isBetween(499, 501);
        assertThat(out.u().get(3, 4)).isBetween(559, 561);
        assertThat(out.v().get(3, 4)).isBetween(469, 471);
    }

    /** Log grey comes out where eyes expect it, against the curve's own formula. */
    @Test
    void logGoesToWhatScreensShow() {
        Frame log = Frame.allocate(PixelFormat.YUV420_10, TAGS.withTransfer(ColourTags.Curve.ACESCCT), 16, 16);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, TAGS, 16, 16);
        double signal = Transfer.ACESCCT.toSignal(0.18);
        fill(log, (int) Math.round(64 + 876 * signal), 512, 512);
        new CanvasFinish(Optional.of(ChannelTables.shown(Transfer.ACESCCT))).finish(log, out);
        assertThat(mean(out)).isCloseTo(16 + 219 * Viewing.shown(Transfer.ACESCCT, signal), within(0.3));
        assertThat(out.u().get(2, 2)).isEqualTo(128);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 7})
    void anyNumberOfThreadsGivesTheSameBits(int threads) throws Exception {
        Frame log = Frame.allocate(PixelFormat.YUV420_10, TAGS.withTransfer(ColourTags.Curve.ACESCCT), 32, 20);
        for (int y = 0; y < 20; y++) {
            for (int x = 0; x < 32; x++) {
                log.y().set(x, y, 64 + 23 * x + y);
                log.u().set(x / 2, y / 2, 400 + 11 * (x / 2));
                log.v().set(x / 2, y / 2, 600 - 9 * (y / 2));
            }
        }
        CanvasFinish finish = new CanvasFinish(Optional.of(ChannelTables.shown(Transfer.ACESCCT)));
        Frame wanted = Frame.allocate(PixelFormat.YUV420_8, TAGS, 32, 20);
        finish.finish(log, wanted);
        Frame out = Frame.allocate(PixelFormat.YUV420_8, TAGS, 32, 20);
        ExecutorService executor = Executors.newFixedThreadPool(threads);
        try {
            finish.finish(log, out, new Threads(executor, threads));
        } finally {
            executor.shutdownNow();
        }
        for (Plane[] planes : new Plane[][] {{wanted.y(), out.y()}, {wanted.u(), out.u()}, {wanted.v(), out.v()}}) {
            for (int y = 0; y < planes[0].height(); y++) {
                for (int x = 0; x < planes[0].width(); x++) {
                    assertThat(planes[1].get(x, y)).isEqualTo(planes[0].get(x, y));
                }
            }
        }
    }

    private static double mean(Frame frame) {
        double sum = 0;
        for (int y = 0; y < frame.height(); y++) {
            for (int x = 0; x < frame.width(); x++) {
                sum += frame.y().get(x, y);
            }
        }
        return sum / frame.width() / frame.height();
    }

    private static void fill(Frame frame, int y, int u, int v) {
        for (int row = 0; row < frame.height(); row++) {
            for (int x = 0; x < frame.width(); x++) {
                frame.y().set(x, row, y);
                frame.u().set(x / 2, row / 2, u);
                frame.v().set(x / 2, row / 2, v);
            }
        }
    }
}
