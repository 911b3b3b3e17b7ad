package foldback.core.depth;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class ComfortZoneTest {
    @Test
    void aHeadsetTakesWhatIsFarAndThingsDownToTwoThirdsOfAMetreBeforeItsPicture() {
        ComfortZone zone = ComfortZone.ofHeadset();
        assertThat(Math.toDegrees(zone.far())).isCloseTo(-0.15, within(0.01));
        // 1.129 / 1.67 m + 0.442 dioptres is 0.89 m away.
        assertThat(0.063 / zone.near()).isCloseTo(0.89, within(0.01));
    }

    @Test
    void beforeAndBehindAScreenThereIsAboutAsMuchRoom() {
        ComfortZone zone = ComfortZone.ofScreen();
        assertThat(Math.toDegrees(zone.near())).isCloseTo(1.78, within(0.02));
        assertThat(Math.toDegrees(zone.far())).isCloseTo(-2.21, within(0.02));
    }
}
