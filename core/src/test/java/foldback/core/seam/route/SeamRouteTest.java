package foldback.core.seam.route;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamStrip;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class SeamRouteTest {
    private static final double FAR = Double.POSITIVE_INFINITY;
    private static final double HARD = 0;

    private final Rig rig = ReadyRigs.twoBackToBack();
    private final SeamStrip strip = SeamStrip.of(rig, FAR, SeamSettings.DEFAULT).get(0);
    private final int columns = strip.columns() / SeamStrip.MULTIPLE;
    private final int rows = strip.rows() / SeamStrip.MULTIPLE;
    private final float[] unlike = new float[columns * rows];
    private final float[] across = new float[columns * rows];

    private double step() {
        return strip.stepRad() * SeamStrip.MULTIPLE;
    }

    private double place(int row) {
        return (row - (rows - 1) / 2.0) * step();
    }

    private float[] way(double ramp) {
        float[] sure = new float[columns * rows];
        Arrays.fill(sure, 1);
        return SeamRoute.of(strip, new SeamFlow(columns, rows, new float[sure.length], across, sure, unlike), ramp);
    }

    /** A block in which both lenses differ, between columns and rows. */
    private void block(int firstColumn, int lastColumn, int firstRow, int lastRow, float codes) {
        for (int row = firstRow; row <= lastRow; row++) {
            for (int column = firstColumn; column <= lastColumn; column++) {
                unlike[row * columns + column] = codes;
            }
        }
    }

    @Test
    void whereNothingDiffersSeamsStay() {
        for (float move : way(HARD)) {
            assertThat((double) move).isCloseTo(0, within(step() / 2 + 1e-9));
        }
    }

    @Test
    void whatDiffersIsGoneRoundOnItsNearerSide() {
        int middle = rows / 2;
        block(100, 120, middle - 2, rows - 1, 60);

        float[] way = way(HARD);

        for (int column = 101; column < 120; column++) {
            assertThat((double) way[column]).isLessThan(place(middle - 2));
        }
        assertThat((double) way[300]).isCloseTo(0, within(step()));
    }

    @Test
    void aRampStaysOutsideAsAWhole() {
        int middle = rows / 2;
        block(100, 140, middle - 1, rows - 1, 60);
        double ramp = 4 * step();

        float[] way = way(ramp);

        for (int column = 104; column < 137; column++) {
            assertThat((double) way[column]).isLessThan(place(middle - 1) - 1.4 * step());
        }
    }

    @Test
    void nearThingsThatLieApartAreGoneRoundWhereLightDoesNotTell() {
        int middle = rows / 2;
        for (int row = middle - 2; row < rows; row++) {
            for (int column = 200; column <= 230; column++) {
                across[row * columns + column] = (float) Math.toRadians(1.5);
            }
        }

        float[] way = way(HARD);

        for (int column = 202; column < 229; column++) {
            assertThat((double) way[column]).isLessThan(place(middle - 2));
        }
    }

    @Test
    void aRingClosesAndWhatTheLensesDoNotSeeIsNotCrossed() {
        assertThat(strip.isRing()).isTrue();
        Random random = new Random(5);
        for (int i = 0; i < unlike.length; i++) {
            unlike[i] = 30 * random.nextFloat();
        }
        for (int column = 0; column < columns; column++) {
            for (int row = 0; row < 4; row++) {
                unlike[row * columns + column] = SeamFlow.UNSEEN;
            }
        }

        float[] way = way(HARD);

        for (int column = 0; column < columns; column++) {
            assertThat((double) way[column]).isGreaterThan(place(3));
            double rise = Math.abs(way[column] - way[(column + 1) % columns]);
            assertThat(rise).isLessThanOrEqualTo(2 * step() + 1e-9);
        }
    }

    /** But for where it is closed, half the way round. */
    @Test
    void theSameWayIsFoundWhereverTheRingBegins() {
        Random random = new Random(9);
        for (int i = 0; i < unlike.length; i++) {
            unlike[i] = 12 * random.nextFloat();
        }
        float[] way = way(HARD);
        int by = columns / 3;
        float[] turned = new float[unlike.length];
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                turned[row * columns + (column + by) % columns] = unlike[row * columns + column];
            }
        }
        System.arraycopy(turned, 0, unlike, 0, turned.length);
        float[] other = way(HARD);
        int same = 0;
        for (int column = 0; column < columns; column++) {
            same += Math.abs(other[(column + by) % columns] - way[column]) < 1e-6 ? 1 : 0;
        }
        assertThat(same).isGreaterThan((int) (0.9 * columns));
    }
}
