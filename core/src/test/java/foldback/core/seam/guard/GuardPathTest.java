package foldback.core.seam.guard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.follow.Followed.Place;
import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.space.Direction;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class GuardPathTest {
    private static final double STEP = 0.08;

    private static Track<Amount> degrees(double value) {
        return Track.still(new Amount(Math.toRadians(value)));
    }

    private static Guard guard(double yaw) {
        return new Guard(
                "Raker",
                Optional.of("B"),
                degrees(yaw),
                degrees(0),
                degrees(90),
                degrees(10),
                degrees(4),
                Track.still(new Amount(1)),
                0);
    }

    /** Something that goes round to the right at 20 degrees a second, and comes nearer. */
    private static List<Place> places() {
        return IntStream.range(0, 26)
                .mapToObj(n -> new Place(
                        n * STEP,
                        Direction.ofYawPitch(Math.toRadians(165 + 20 * n * STEP), Math.toRadians(-2)),
                        1,
                        Math.toRadians(8 + n * STEP)))
                .toList();
    }

    @Test
    void theGuardGoesAlongAndIsAsLarge() {
        List<Place> places = places();
        Place marked = places.get(10);
        Guard after = GuardPath.after(guard(-179), places, marked);
        for (Place place : places) {
            GuardArea area = after.at(place.seconds());
            assertThat(area.middle().angleTo(place.direction())).isLessThan(Math.toRadians(0.41));
            assertThat(area.length())
                    .isCloseTo(Math.toRadians(10) * place.size() / marked.size(), within(Math.toRadians(1.01)));
        }
        // It is reached the short way, so that its headings go on from what was typed.
        assertThat(Math.toDegrees(after.yaw().at(marked.seconds()).value())).isCloseTo(-179, within(0.5));
        assertThat(after.yaw().keys().size()).isLessThan(8);
    }

    @Test
    void allElseStays() {
        Guard before = guard(-179);
        Guard after = GuardPath.after(before, places(), places().get(0));
        assertThat(after.turn()).isEqualTo(before.turn());
        assertThat(after.strength()).isEqualTo(before.strength());
        assertThat(after.lens()).contains("B");
    }
}
