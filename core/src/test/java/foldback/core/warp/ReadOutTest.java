package foldback.core.warp;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.RadialTable;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lenses that are read row by row while the rig turns. */
class ReadOutTest {
    private static final int PARTS = 32;
    private static final Canvas CANVAS = new Canvas(1920, 960);

    /** The rig turns by this much while a picture is read, about axes of each kind. */
    private static List<Rotation> turning(double yaw, double pitch, double roll) {
        return IntStream.rangeClosed(0, PARTS)
                .mapToObj(i -> at((double) i / PARTS, yaw, pitch, roll))
                .toList();
    }

    private static Rotation at(double share, double yaw, double pitch, double roll) {
        return Rotation.ofYawPitchRoll(0.4 + yaw * share, -0.3 + pitch * share, roll * share);
    }

    /** What a place shows is what was there when its row was read. */
    @ParameterizedTest
    @CsvSource({"0.1, 0, 0", "0, 0.1, 0", "0, 0, -0.1", "0.05, -0.06, 0.07"})
    void aPlaceIsSeenByTheRowThatItFallsInto(double yaw, double pitch, double roll) {
        RigLens lens = ReadyRigs.twoBackToBack().lenses().get(0).scaledTo(960, 960);
        LensView view = new LensView(lens, turning(yaw, pitch, roll), Double.POSITIVE_INFINITY, RayShift.NONE);
        int seen = 0;
        for (int y = 20; y < CANVAS.height(); y += 31) {
            for (int x = 10; x < CANVAS.width(); x += 37) {
                double[] xy = view.project(CANVAS, x, y);
                if (!(lens.lens().frame().depthInside(xy[0], xy[1]) > 0)) {
                    continue;
                }
                seen++;
                Rotation canvasFromRig = at(xy[1] / 960, yaw, pitch, roll).inverse();
                Direction shown = canvasFromRig
                        .times(lens.rigFromLens())
                        .apply(lens.lens().unproject(xy[0], xy[1]));
                assertThat(shown.angleTo(CANVAS.directionAt(x, y))).isLessThan(1e-5);
            }
        }
        assertThat(seen).isGreaterThan(600);
    }

    @ParameterizedTest
    @CsvSource({"0.05, 0, 0", "0, 0.05, 0", "0, 0, 0.05", "0.03, -0.04, 0.02"})
    void gridsStayWithinTheBar(double yaw, double pitch, double roll) throws Exception {
        RigLens lens = ReadyRigs.twoBackToBack().lenses().get(0);
        LensView view = new LensView(lens, turning(yaw, pitch, roll), Double.POSITIVE_INFINITY, RayShift.NONE);
        assertThat(worst(CoordinateGrid.of(CANVAS, view, CoordinateGrid.cellFor(CANVAS, view)), view))
                .isLessThan(0.03);
        assertThat(worst(bent(view), view)).isLessThan(0.03);
    }

    /** Bent cells are made from tables, and larger. */
    private static CoordinateGrid bent(LensView view) throws InterruptedException {
        int cell = CoordinateGrid.bentCellFor(CANVAS, view);
        assertThat(cell).isGreaterThanOrEqualTo(CoordinateGrid.cellFor(CANVAS, view));
        ExecutorService executor = Executors.newFixedThreadPool(2);
        try {
            return CoordinateGrid.of(
                            CANVAS,
                            List.of(view),
                            List.of(RadialTable.of(view.lens(), CoordinateGrid.farthest(view.lens()))),
                            cell,
                            new Threads(executor, 2))
                    .get(0);
        } finally {
            executor.shutdown();
        }
    }

    /** The largest error in the lens's picture, pixels; of places as strips hold them, too. */
    private static double worst(CoordinateGrid grid, LensView view) {
        int size = grid.cell();
        StripPath path = new StripPath(size * size);
        SamplePlaces places = new SamplePlaces(size * size);
        int stride = view.lens().frame().width();
        double[] xy = new double[2];
        double worst = 0;
        for (int y = 0; y < CANVAS.height(); y += 7) {
            for (int x = 0; x < CANVAS.width(); x += 7) {
                int node = y / grid.cell() * grid.columns() + x / grid.cell();
                double[] exact = view.project(CANVAS, x + 0.5, y + 0.5);
                if (grid.known(node) && view.lens().frame().depthInside(exact[0], exact[1]) > 3) {
                    grid.at(node, x % size, y % size, xy);
                    worst = Math.max(worst, Math.hypot(exact[0] - xy[0], exact[1] - xy[1]));
                    path.luma(grid, node, 1);
                    places.set(path, stride);
                    int at = y % size * size + x % size;
                    int sample = places.base + places.addresses[at];
                    double foundX = sample % stride + (places.entries[at] & 63) / 64.0 + 0.5;
                    double foundY = sample / stride + (places.entries[at] >> 6 & 63) / 64.0 + 0.5;
                    // Rounded to a 64th each way.
                    assertThat(Math.hypot(foundX - exact[0], foundY - exact[1])).isLessThan(0.03 + 0.012);
                }
            }
        }
        return worst;
    }
}
