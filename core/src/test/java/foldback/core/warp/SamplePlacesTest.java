package foldback.core.warp;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.BytePlane;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import org.junit.jupiter.api.Test;

class SamplePlacesTest {
    private static final Canvas CANVAS = new Canvas(2048, 1024);
    private static final int CELL = 8;

    private static CoordinateGrid grid(int size) {
        RigLens lens = ReadyRigs.twoBackToBack().lenses().get(0);
        return CoordinateGrid.of(CANVAS, new LensView(lens.scaledTo(size, size), Rotation.IDENTITY, 1e9), CELL);
    }

    @Test
    void aPlaceIsItsSampleAndItsFractionsToA64th() {
        CoordinateGrid grid = grid(1024);
        StripPath path = new StripPath(CELL * CELL);
        SamplePlaces places = new SamplePlaces(CELL * CELL);
        int node = 50 * grid.columns() + 120;
        path.luma(grid, node, 1);
        places.set(path, 1024);
        double[] xy = new double[2];
        for (int i = 0; i < CELL * CELL; i++) {
            grid.at(node, i % CELL, i / CELL, xy);
            int entry = places.entries[i];
            int sample = places.base + places.addresses[i];
            double x = sample % 1024 + (entry & 63) / 64.0 + 0.5;
            double y = sample / 1024 + (entry >> 6 & 63) / 64.0 + 0.5;
            assertThat(Math.abs(x - xy[0])).isLessThan(0.5 / 64 + 1e-3);
            assertThat(Math.abs(y - xy[1])).isLessThan(0.5 / 64 + 1e-3);
        }
    }

    @Test
    void aTapeGivesBackWhatItWasGivenInOrder() {
        CoordinateGrid grid = grid(512);
        StripPath path = new StripPath(2 * CELL * CELL);
        SamplePlaces places = new SamplePlaces(2 * CELL * CELL);
        PlaceTape tape = new PlaceTape(0);
        int[][] wanted = new int[3][];
        int[] bases = new int[3];
        for (int strip = 0; strip < 3; strip++) {
            path.luma(grid, (40 + strip) * grid.columns() + 110, 1 + strip % 2);
            places.set(path, 512);
            tape.add(strip);
            tape.add(places);
            wanted[strip] = java.util.Arrays.copyOf(places.entries, places.count);
            bases[strip] = places.base;
        }
        tape.trim();
        assertThat(tape.bytes()).isEqualTo(4 * (3 * 3 + 4 * 64));
        for (int round = 0; round < 2; round++) {
            tape.rewind();
            for (int strip = 0; strip < 3; strip++) {
                assertThat(tape.next()).isEqualTo(strip);
                tape.next(places);
                assertThat(places.base).isEqualTo(bases[strip]);
                assertThat(places.entries).startsWith(wanted[strip]);
            }
        }
    }

    /** Strips must not span more than the 20 bits of a place hold; in large pictures they are cut shorter. */
    @Test
    void stripsInLargePicturesAreCutBeforeTheirPlacesOverflow() {
        int size = 8192;
        CoordinateGrid grid = grid(size);
        int rows = SamplePlaces.mostRows(size);
        assertThat(rows).isEqualTo(125);
        // To the right of the lens's axis rows of the canvas run slantwise through the picture.
        int node = 20 * grid.columns() + 150;
        int most = 24;
        int cells = grid.cellsWithin(node, most, rows);
        assertThat(cells).isBetween(1, most - 1);
        StripPath path = new StripPath(most * CELL * CELL);
        SamplePlaces places = new SamplePlaces(most * CELL * CELL);
        path.luma(grid, node, cells);
        places.set(path, size);
        double[] xy = new double[2];
        for (int i = 0; i < cells * CELL * CELL; i++) {
            int u = i % (cells * CELL);
            grid.at(node + u / CELL, u % CELL, i / (cells * CELL), xy);
            int sample = places.base + places.addresses[i];
            assertThat(sample / size).isBetween((int) (xy[1] - 1.6), (int) (xy[1] + 0.6));
        }
    }

    @Test
    void offsetAndPaddingOfAPlaneDoNotMatter() {
        CoordinateGrid grid = grid(256);
        StripPath path = new StripPath(CELL * CELL);
        SamplePlaces places = new SamplePlaces(CELL * CELL);
        path.luma(grid, 60 * grid.columns() + 128, 1);
        path.clamp(256, 256);
        BytePlane tight = new BytePlane(256, 256);
        BytePlane padded = new BytePlane(new byte[400 * 300], 400 * 7 + 31, 400, 256, 256);
        for (int y = 0; y < 256; y++) {
            for (int x = 0; x < 256; x++) {
                tight.set(x, y, x * 7 + y * 13 & 255);
                padded.set(x, y, x * 7 + y * 13 & 255);
            }
        }
        Sampler sampler = new Sampler(CELL * CELL);
        int[] one = new int[CELL * CELL];
        int[] other = new int[CELL * CELL];
        for (Kernel kernel : Kernel.values()) {
            places.set(path, 256);
            sampler.sample(tight, kernel, places, one);
            places.set(path, 400);
            sampler.sample(padded, kernel, places, other);
            assertThat(other).isEqualTo(one);
        }
    }
}
