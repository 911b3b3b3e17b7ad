package foldback.core.warp;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import foldback.core.warp.projection.CentralProjection;
import foldback.core.warp.projection.CentralProjection.Law;
import foldback.core.warp.projection.Cylindrical;
import foldback.core.warp.projection.Panini;
import foldback.core.warp.projection.PartSphere;
import foldback.core.warp.projection.Projection;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class CoordinateGridTest {
    /** The product's bar. */
    private static final double MAX_ERROR_PX = 0.03;

    static Stream<Arguments> views() {
        return Stream.of(
                Arguments.of(ReadyRigs.twoBackToBack(), 3840, 0.0, 1e9),
                Arguments.of(ReadyRigs.twoBackToBack(), 1920, 0.7, 1e9),
                Arguments.of(ReadyRigs.twoBackToBack(), 3840, 1.3, 1.5),
                Arguments.of(ReadyRigs.sixAround(), 2048, 0.4, 3.0));
    }

    static Stream<Projection> projections() {
        return Stream.of(
                PartSphere.HALF,
                new CentralProjection(Law.FLAT, Math.toRadians(100)),
                new CentralProjection(Law.STEREOGRAPHIC, Math.toRadians(250)),
                new CentralProjection(Law.EQUIDISTANT, Math.toRadians(180)),
                new Cylindrical(Math.toRadians(200)),
                new Panini(Math.toRadians(140), 1));
    }

    @ParameterizedTest
    @MethodSource("projections")
    void otherProjectionsStayWithinTheBarToo(Projection projection) {
        check(ReadyRigs.twoBackToBack(), new Canvas(1440, 1440, projection), 0.6, 1e9);
    }

    @ParameterizedTest
    @MethodSource("views")
    void interpolatedCoordinatesStayWithinTheBar(Rig rig, int width, double turn, double meeting) {
        check(rig, new Canvas(width, width / 2), turn, meeting);
    }

    private static void check(Rig rig, Canvas canvas, double turn, double meeting) {
        for (RigLens lens : rig.lenses()) {
            LensView view = new LensView(lens, Rotation.ofYawPitchRoll(turn, turn / 2, -turn), meeting);
            CoordinateGrid grid = CoordinateGrid.of(canvas, view, CoordinateGrid.cellFor(canvas, view));
            double[] xy = new double[2];
            double worst = 0;
            for (int y = 0; y < canvas.height(); y += 7) {
                for (int x = 0; x < canvas.width(); x += 7) {
                    int node = y / grid.cell() * grid.columns() + x / grid.cell();
                    if (!grid.known(node)) {
                        continue;
                    }
                    double[] exact = view.project(canvas, x + 0.5, y + 0.5);
                    grid.at(node, x % grid.cell(), y % grid.cell(), xy);
                    if (lens.lens().frame().depthInside(exact[0], exact[1]) > 0) {
                        worst = Math.max(worst, Math.hypot(exact[0] - xy[0], exact[1] - xy[1]));
                    }
                }
            }
            assertThat(worst).as("lens %s, cell %d", lens.slot(), grid.cell()).isLessThan(MAX_ERROR_PX);
        }
    }
}
