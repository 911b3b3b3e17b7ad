package foldback.core.depth;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.match.view.Picture;
import foldback.core.rig.Eye;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class EyeMatcherTest {
    private static final Position LEFT = new Position(-SphereRoom.BASELINE / 2, 0, 0);
    private static final Position RIGHT = new Position(SphereRoom.BASELINE / 2, 0, 0);

    /** Near at the right, far at the left. */
    private static final SphereRoom ROOM =
            new SphereRoom(seen -> 2.2 - 1.2 * seen.x() + 0.3 * seen.y(), SphereRoom.spots(4));

    private static DepthField measure(Picture left, Picture right) {
        return new EyeMatcher(
                        SphereRoom.lens(Eye.LEFT),
                        SphereRoom.lens(Eye.RIGHT),
                        SphereRoom.BASELINE,
                        Double.POSITIVE_INFINITY,
                        DepthSettings.DEFAULT)
                .measure(left, right);
    }

    private static DepthField of(SphereRoom room, Rotation rightTurned) {
        return measure(room.seen(LEFT, Rotation.IDENTITY), room.seen(RIGHT, rightTurned));
    }

    private static double[] sorted(DepthField field, java.util.function.IntToDoubleFunction value) {
        return IntStream.range(0, field.columns() * field.rows())
                .filter(node -> field.isTold(node % field.columns(), node / field.columns()))
                .mapToDouble(value)
                .sorted()
                .toArray();
    }

    @Test
    void disparityFollowsTheDistanceAllOverThePicture() {
        DepthField field = of(ROOM, Rotation.IDENTITY);
        assertThat(field.toldShare()).isGreaterThan(0.8);
        double[] off = sorted(field, node -> {
            int column = node % field.columns();
            int row = node / field.columns();
            return Math.abs(field.disparity(column, row) - ROOM.disparity(field.direction(column, row)));
        });
        assertThat(Math.toDegrees(off[off.length / 2])).isLessThan(0.04);
        assertThat(Math.toDegrees(off[(int) (0.9 * off.length)])).isLessThan(0.15);
        assertThat(Math.toDegrees(field.verticalRms())).isLessThan(0.05);
        assertThat(field.quantile(0.02)).isLessThan(field.quantile(0.5));
        double[] wall =
                sorted(field, node -> ROOM.disparity(field.direction(node % field.columns(), node / field.columns())));
        assertThat(field.quantile(0.98)).isCloseTo(wall[(int) (0.98 * wall.length)], within(Math.toRadians(0.3)));
        assertThat(field.quantile(0.02)).isCloseTo(wall[(int) (0.02 * wall.length)], within(Math.toRadians(0.3)));
    }

    @Test
    void whatAnEyeIsPointedAtIsTheThingThatThisEyeSees() {
        DepthField field = of(ROOM, Rotation.IDENTITY);
        Direction thing = Direction.ofYawPitch(Math.toRadians(25), Math.toRadians(10));
        double r = 2.2 - 1.2 * thing.x() + 0.3 * thing.y();
        for (Eye eye : Eye.values()) {
            double aside = eye == Eye.LEFT ? SphereRoom.BASELINE / 2 : eye == Eye.RIGHT ? -SphereRoom.BASELINE / 2 : 0;
            double x = r * thing.x() + aside;
            double length = Math.sqrt(x * x + r * r * (thing.y() * thing.y() + thing.z() * thing.z()));
            Direction seen = new Direction(x / length, r * thing.y() / length, r * thing.z() / length);
            assertThat(field.disparityAt(seen, eye, filmed -> filmed))
                    .hasValueCloseTo(ROOM.disparity(thing), within(Math.toRadians(0.1)));
        }
        assertThat(field.smooth(thing)).isCloseTo(ROOM.disparity(thing), within(Math.toRadians(0.1)));
        assertThat(field.isTold(thing)).isTrue();
        Direction beside = Direction.ofYawPitch(Math.toRadians(89.5), 0);
        assertThat(field.disparityAt(beside)).isEmpty();
        assertThat(field.smooth(beside)).isNaN();
    }

    @Test
    void anEyeThatLooksUpShowsAsVerticalMismatch() {
        DepthField field = of(ROOM, Rotation.ofYawPitchRoll(0, Math.toRadians(0.3), 0));
        assertThat(Math.toDegrees(field.verticalRms())).isCloseTo(0.3, within(0.08));
        double[] ahead = sorted(field, node -> {
            Direction seen = field.direction(node % field.columns(), node / field.columns());
            return seen.z() > 0.9 ? field.vertical(node % field.columns(), node / field.columns()) : Double.NaN;
        });
        double[] told =
                Arrays.stream(ahead).filter(value -> !Double.isNaN(value)).toArray();
        // What the right eye shows lower, since it looks up, the left one shows higher.
        assertThat(Math.toDegrees(told[told.length / 2])).isCloseTo(0.3, within(0.05));
    }

    @Test
    void swappedEyesSeeEverythingBeyondWhatIsFar() {
        SphereRoom far = new SphereRoom(seen -> 3, SphereRoom.spots(9));
        DepthField field = measure(far.seen(RIGHT, Rotation.IDENTITY), far.seen(LEFT, Rotation.IDENTITY));
        assertThat(field.quantile(0.02)).isLessThan(Math.toRadians(-0.9));
        assertThat(field.quantile(0.95)).isLessThan(0);
    }

    @Test
    void slatsThatRepeatAreNotTakenForAnotherDistance() {
        SphereRoom slats = new SphereRoom(
                seen -> 2,
                seen -> 120 + 90 * Math.signum(Math.sin(Math.toRadians(360) * seen.yaw() / Math.toRadians(2))));
        DepthField field = of(slats, Rotation.IDENTITY);
        double[] ahead = sorted(
                field,
                node -> field.direction(node % field.columns(), node / field.columns())
                        .z());
        // Aside and above the slats are seen at a slant, and do not repeat.
        assertThat(Arrays.stream(ahead).filter(z -> z > 0.7).count()).isLessThan(field.columns() * field.rows() / 20);
    }

    @Test
    void aBareWallTellsNothing() {
        DepthField field = of(new SphereRoom(seen -> 2, seen -> 120), Rotation.IDENTITY);
        assertThat(field.toldShare()).isLessThan(0.05);
        assertThat(field.quantile(0.5)).isNaN();
        assertThat(field.verticalRms()).isNaN();
    }

    @Test
    void eyesThatSeeNothingAlikeAreRefused() {
        RigLens narrow = SphereRoom.lens(Eye.RIGHT);
        LensFrame frame = narrow.lens().frame().withCircle(new ImageCircle(240, 240, 100));
        RigLens behind =
                narrow.withLens(narrow.lens().withFrame(frame)).withRotation(Rotation.ofYawPitchRoll(Math.PI, 0, 0));
        assertThatThrownBy(() -> new EyeMatcher(
                        SphereRoom.lens(Eye.LEFT), behind, 0.064, Double.POSITIVE_INFINITY, DepthSettings.DEFAULT))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("see nothing alike");
    }
}
