package foldback.core.framing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.framing.Framing.Aspect;
import foldback.core.keys.Amount;
import foldback.core.keys.Easing;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.recipe.Framings;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class FramingTest {
    private static final Aspect WIDE = new Aspect(16, 9);

    private static Track<Amount> still(double degrees) {
        return Track.still(new Amount(Math.toRadians(degrees)));
    }

    private static Track<Amount> going(Easing easing, double from, double to) {
        return new Track<>(List.of(
                new Key<>(1, new Amount(Math.toRadians(from)), easing),
                new Key<>(3, new Amount(Math.toRadians(to)), easing)));
    }

    private static Framing framing(Track<Amount> yaw, Track<Amount> pitch, Track<Amount> field) {
        return new Framing("Rail", FrameShape.FLAT, WIDE, yaw, pitch, still(0), field);
    }

    @Test
    void itsMiddleLooksWhereItsAnglesSay() {
        Framing framing = framing(going(Easing.LINEAR, 170, 190), still(20), still(90));
        Direction middle = framing.rotation(2).apply(Direction.FORWARD);
        assertThat(Math.abs(Math.toDegrees(middle.yaw()))).isCloseTo(180, within(1e-9));
        assertThat(Math.toDegrees(middle.pitch())).isCloseTo(20, within(1e-9));
    }

    @ParameterizedTest
    @EnumSource(FrameShape.class)
    void itsSidesAreAFieldApart(FrameShape shape) {
        Framing framing = new Framing("Wide", shape, WIDE, still(0), still(0), still(0), going(Easing.LINEAR, 60, 140));
        Canvas canvas = framing.canvas(2, 1920, 1080);
        assertThat(Math.toDegrees(canvas.directionAt(0, 540).angleTo(canvas.directionAt(1920, 540))))
                .isCloseTo(Math.min(100, 360 - 100), within(1e-6));
    }

    /** The rotation is that far from moment to moment that the angles' speeds allow, wherever it passes. */
    @ParameterizedTest
    @CsvSource({"-170, 190, 0, 0", "0, 90, -90, 90", "0, 720, 80, 90", "179, 181, -89, -90"})
    void nothingFlipsAtThePolesOrBehind(double fromYaw, double toYaw, double fromPitch, double toPitch) {
        Framing framing =
                framing(going(Easing.CURVE, fromYaw, toYaw), going(Easing.CURVE, fromPitch, toPitch), still(90));
        double most = 1.5 * Math.hypot(toYaw - fromYaw, toPitch - fromPitch) / 2 * 0.01 + 1e-9;
        for (double seconds = 0.5; seconds < 3.5; seconds += 0.01) {
            Rotation turn = framing.rotation(seconds).inverse().times(framing.rotation(seconds + 0.01));
            double[] vector = turn.vector();
            double degrees = Math.toDegrees(Math.hypot(Math.hypot(vector[0], vector[1]), vector[2]));
            assertThat(degrees).isLessThanOrEqualTo(most);
        }
    }

    @Test
    void turningIsWhatTheAnglesDoInASecondAndACutIsNone() {
        Framing pan = framing(going(Easing.LINEAR, 0, 90), still(0), still(90));
        assertThat(Math.toDegrees(pan.turning(2))).isCloseTo(45, within(1e-6));
        assertThat(pan.turning(0)).isZero();
        Framing cut = framing(going(Easing.HOLD, 0, 90), still(0), still(90));
        for (double seconds = 0; seconds < 4; seconds += 0.005) {
            assertThat(cut.turning(seconds)).isZero();
        }
    }

    @Test
    void itStaysUnlessSomethingOfItChanges() {
        assertThat(framing(still(3), still(1), still(90)).isStill()).isTrue();
        assertThat(framing(still(3), still(1), going(Easing.EASE, 80, 90)).isStill())
                .isFalse();
    }

    /** A canvas between the extremes is neither finer nor coarser than they are. */
    @Test
    void extremesHoldAllThatItZoomsThrough() {
        FramedCanvas canvas = new FramedCanvas(framing(still(0), still(0), going(Easing.CURVE, 120, 30)), 1280, 720);
        double finest = canvas.extremes().stream()
                .mapToDouble(Canvas::middleRadiansPerPixel)
                .min()
                .orElseThrow();
        double coarsest = canvas.extremes().stream()
                .mapToDouble(Canvas::middleRadiansPerPixel)
                .max()
                .orElseThrow();
        for (double seconds = 0; seconds < 4; seconds += 0.1) {
            assertThat(canvas.at(seconds).middleRadiansPerPixel()).isBetween(finest - 1e-12, coarsest + 1e-12);
        }
    }

    @Test
    void heightsAreEven() {
        assertThat(WIDE.heightOf(1920)).isEqualTo(1080);
        assertThat(new Aspect(21, 9).heightOf(1920)).isEqualTo(822);
        assertThat(new Aspect(9, 16).heightOf(1080)).isEqualTo(1920);
    }

    @Test
    void whatCannotBeIsSaid() {
        assertThatThrownBy(() -> framing(still(0), still(0), still(175)))
                .hasMessage("Framing 'Rail' (flat) shows 5 to 170 degrees from side to side, not 175.0: choose another "
                        + "field or shape.");
        assertThatThrownBy(() -> new Framing(" ", FrameShape.FLAT, WIDE, still(0), still(0), still(0), still(90)))
                .hasMessageContaining("name");
        assertThatThrownBy(() -> new Aspect(0, 9)).hasMessageContaining("aspect");
        Framing rail = framing(still(0), still(0), still(90));
        assertThatThrownBy(() -> new Framings(List.of(rail, rail)))
                .hasMessageContaining("Two framings are named 'Rail'");
        assertThatThrownBy(() -> new Framings(List.of(rail)).named("Shed"))
                .hasMessageContaining("no framing 'Shed'")
                .hasMessageContaining("make it in Framing");
    }
}
