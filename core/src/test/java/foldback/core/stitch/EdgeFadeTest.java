package foldback.core.stitch;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.projection.PartSphere;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EdgeFadeTest {
    private static final int SIZE = 180;
    private static final double EDGE = Math.toRadians(70);
    private static final double SOFT = Math.toRadians(10);

    private static Frame laid(PixelFormat format, RotationPath looks, double seconds) throws InterruptedException {
        Canvas canvas = new Canvas(SIZE, SIZE, PartSphere.HALF);
        Frame picture = Frame.allocate(format, ColourTags.BT709_LIMITED, SIZE, SIZE);
        int scale = 1 << format.bits() - 8;
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                picture.y().set(x, y, 200 * scale);
                picture.u().set(x / 2, y / 2, 90 * scale);
                picture.v().set(x / 2, y / 2, 170 * scale);
            }
        }
        ExecutorService executor = Executors.newFixedThreadPool(2);
        try {
            EdgeFade fade = new EdgeFade(EDGE, SOFT, CanvasPath.still(canvas), looks);
            fade.lay(
                    seconds - 1,
                    Frame.allocate(format, ColourTags.BT709_LIMITED, SIZE, SIZE),
                    new Threads(executor, 2));
            fade.lay(seconds, picture, new Threads(executor, 2));
        } finally {
            executor.shutdownNow();
        }
        return picture;
    }

    /** By how much a place counts, from its own angle. */
    private static double share(double yawDegrees) {
        double share = Math.max(0, Math.min(1, (70 - yawDegrees) / 10));
        return share * share * (3 - 2 * share);
    }

    @ParameterizedTest
    @ValueSource(ints = {8, 10})
    void aPictureFadesToBlackTowardsItsEdge(int bits) throws Exception {
        PixelFormat format = bits == 8 ? PixelFormat.YUV420_8 : PixelFormat.YUV420_10;
        Frame picture = laid(format, RotationPath.STILL, 0);
        double scale = 1 << format.bits() - 8;
        for (int x = 90; x < SIZE; x++) {
            double wanted = 16 + (200 - 16) * share(x + 0.5 - 90);
            assertThat(picture.y().get(x, 90) / scale)
                    .as("at " + x)
                    .isCloseTo(wanted, org.assertj.core.api.Assertions.within(1.0));
        }
        assertThat(picture.u().get(45, 45) / scale).isEqualTo(90);
        assertThat(picture.u().get(87, 45) / scale).isEqualTo(128);
        assertThat(picture.v().get(87, 45) / scale).isEqualTo(128);
        // Straight up is as far from what is ahead as straight aside.
        assertThat(picture.y().get(90, 5) / scale).isEqualTo(16);
    }

    @Test
    void theEdgeStaysWhereItIsWhileAViewTurns() throws Exception {
        RotationPath turning = seconds -> Rotation.ofYawPitchRoll(Math.toRadians(30 * seconds), 0, 0);
        Frame picture = laid(PixelFormat.YUV420_8, turning, 1);
        // A view that looks 30 degrees to the right sees the edge at 40 degrees to its right.
        assertThat(picture.y().get(90 + 45, 90)).isEqualTo(16);
        assertThat(picture.y().get(90 + 25, 90)).isEqualTo(200);
        assertThat(picture.y().get(90 - 80, 90)).isEqualTo(200);
    }
}
