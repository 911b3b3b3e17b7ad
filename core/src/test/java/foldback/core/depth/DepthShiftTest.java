package foldback.core.depth;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.match.view.Picture;
import foldback.core.rig.Eye;
import foldback.core.rig.Rig;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.warp.RayShift;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** New views of a room whose every disparity is known. */
class DepthShiftTest {
    private static final SphereRoom ROOM =
            new SphereRoom(seen -> 2.2 - 1.2 * seen.x() + 0.3 * seen.y(), SphereRoom.spots(4));
    private static SeamStrip strip;
    private static DepthField field;

    @BeforeAll
    static void measure() {
        double half = SphereRoom.BASELINE / 2;
        Picture left = ROOM.seen(new Position(-half, 0, 0), Rotation.IDENTITY);
        Picture right = ROOM.seen(new Position(half, 0, 0), Rotation.IDENTITY);
        DepthSettings settings = DepthSettings.DEFAULT;
        strip = SeamStrip.ofEyes(
                new Rig("eyes", List.of(SphereRoom.lens(Eye.LEFT), SphereRoom.lens(Eye.RIGHT))),
                Double.POSITIVE_INFINITY,
                settings.strip());
        field = new EyeMatcher(
                        SphereRoom.lens(Eye.LEFT),
                        SphereRoom.lens(Eye.RIGHT),
                        SphereRoom.BASELINE,
                        Double.POSITIVE_INFINITY,
                        settings)
                .measure(left, right);
    }

    /** Where an eye sees a thing that lies in a direction amid both, with disparities as large as stated. */
    private static Direction seen(Direction amid, double disparity, Eye eye) {
        double across =
                Math.atan2(amid.x(), Math.hypot(amid.y(), amid.z())) + (eye == Eye.LEFT ? 0.5 : -0.5) * disparity;
        double about = Math.atan2(amid.y(), amid.z());
        return new Direction(Math.sin(across), Math.sin(about) * Math.cos(across), Math.cos(about) * Math.cos(across));
    }

    /** An eye that is shown a thing where it should be looks for it where it was filmed. */
    private static void assertNewViews(java.util.function.DoubleUnaryOperator wanted, double slackDegrees) {
        RayShift[] views = DepthShift.of(strip, field.flow(), wanted);
        for (int yaw = -50; yaw <= 50; yaw += 20) {
            for (int pitch = -40; pitch <= 40; pitch += 20) {
                Direction amid = Direction.ofYawPitch(Math.toRadians(yaw), Math.toRadians(pitch));
                double filmed = ROOM.disparity(amid);
                for (Eye eye : List.of(Eye.LEFT, Eye.RIGHT)) {
                    Direction shown = seen(amid, wanted.applyAsDouble(filmed), eye);
                    double[] ray = {shown.x(), shown.y(), shown.z()};
                    views[eye == Eye.LEFT ? 0 : 1].shift(ray, 1);
                    Direction found = new Direction(ray[0], ray[1], ray[2]);
                    assertThat(Math.toDegrees(found.angleTo(seen(amid, filmed, eye))))
                            .as(eye + " at " + yaw + ", " + pitch)
                            .isLessThan(slackDegrees);
                }
            }
        }
    }

    @Test
    void eyesFartherApartAndNearerToEachOther() {
        assertNewViews(filmed -> 1.3 * filmed, 0.08);
        assertNewViews(filmed -> 0.6 * filmed, 0.08);
        assertNewViews(filmed -> 0, 0.12);
    }

    @Test
    void whatIsWantedAsItWasFilmedStays() {
        assertNewViews(filmed -> filmed, 1e-5);
    }

    @Test
    void aPartStaysAndTheRestChanges() {
        double stays = Math.toRadians(1.2);
        assertNewViews(filmed -> filmed < stays ? filmed : stays + 0.4 * (filmed - stays), 0.08);
    }

    @Test
    void whereNothingIsToldNothingIsChanged() {
        SphereRoom bare = new SphereRoom(seen -> 2, seen -> 120);
        Picture wall = bare.seen(Position.ORIGIN, Rotation.IDENTITY);
        DepthField told = new EyeMatcher(
                        SphereRoom.lens(Eye.LEFT),
                        SphereRoom.lens(Eye.RIGHT),
                        SphereRoom.BASELINE,
                        Double.POSITIVE_INFINITY,
                        DepthSettings.DEFAULT)
                .measure(wall, wall);
        RayShift[] views = DepthShift.of(strip, told.flow(), filmed -> filmed + Math.toRadians(3));
        double[] ray = {0, 0, 1};
        views[0].shift(ray, 1);
        assertThat(ray[2]).isCloseTo(1, within(1e-5));
        double[] none = {Double.NaN, Double.NaN, Double.NaN};
        views[0].shift(none, 1);
        assertThat(none[0]).isNaN();
    }
}
