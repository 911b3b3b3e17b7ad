package foldback.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class FrameHalverTest {

    /** A ramp along the row, written at the true places of luma and of chroma at the left, keeps its places. */
    @Test
    void rampsKeepTheirPlaces() {
        for (PixelFormat format : List.of(PixelFormat.YUV420_8, PixelFormat.YUV420_10)) {
            double slope = format.bits() == 8 ? 2 : 8;
            Frame frame = Frame.allocate(format, ColourTags.BT709_LIMITED, 96, 48);
            ramp(frame.y(), 1, 0.5, slope);
            ramp(frame.u(), 2, 0.5, slope);
            ramp(frame.v(), 2, 0.5, slope);
            Frame half = FrameHalver.half(frame);
            assertThat(half.width()).isEqualTo(48);
            // In pixels of the full picture: luma of the half lies at 2x + 1, its chroma at 4x + 1.
            for (int x = 2; x < 22; x++) {
                assertThat((double) half.y().get(x, 5)).isCloseTo((2 * x + 1) * slope, within(1.0));
                assertThat((double) half.u().get(x, 5)).isCloseTo((4 * x + 1) * slope, within(1.0));
            }
        }
    }

    private static void ramp(Plane plane, int distance, double first, double slope) {
        for (int y = 0; y < plane.height(); y++) {
            for (int x = 0; x < plane.width(); x++) {
                plane.set(x, y, (int) Math.round((distance * x + first) * slope));
            }
        }
    }
}
