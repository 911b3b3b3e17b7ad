package foldback.engine.opencv;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.KannalaBrandt;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.engine.form.DocumentException;
import foldback.sim.film.DemoRigs;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Calibrations to and from OpenCV's form. */
class OpenCvTest {
    private static final String ONE_CAMERA = """
            %YAML:1.0
            ---
            calibration_time: "some day"
            image_width: 640
            image_height: 480
            camera_matrix: !!opencv-matrix
               rows: 3
               cols: 3
               dt: d
               data: [ 500., 0., 319.5, 0., 500., 239.5, 0., 0., 1. ]
            distortion_coefficients: !!opencv-matrix
               rows: 5
               cols: 1
               dt: d
               data: [ -1.0e-01, 2.0e-02, 1.0e-03, -2.0e-03, 3.0e-03 ]
            """;

    @Test
    void aRigComesBackAsItWas() {
        Rig rig = DemoRigs.amongTheRakers();
        Rig read = OpenCvReader.read(OpenCvWriter.write(rig), "other");
        assertThat(read.name()).isEqualTo(rig.name());
        assertThat(MappingError.overOverlaps(read, rig).most()).isLessThan(1e-9);
        for (int i = 0; i < rig.lenses().size(); i++) {
            Position pupil = rig.lenses().get(i).pupil();
            assertThat(read.lenses().get(i).pupil().x()).isCloseTo(pupil.x(), within(1e-12));
            assertThat(read.lenses().get(i).pupil().z()).isCloseTo(pupil.z(), within(1e-12));
            assertThat(read.lenses().get(i).slot())
                    .isEqualTo(rig.lenses().get(i).slot());
            assertThat(read.lenses().get(i).lens().frame().circle())
                    .isEqualTo(rig.lenses().get(i).lens().frame().circle());
        }
    }

    @Test
    void oneCalibratedCameraIsRead() {
        Rig rig = OpenCvReader.read(ONE_CAMERA, "my camera");
        assertThat(rig.name()).isEqualTo("my camera");
        RectilinearLens lens = (RectilinearLens) rig.lenses().get(0).lens();
        assertThat(lens.frame().cx()).isEqualTo(320);
        assertThat(List.of(lens.k1(), lens.k2(), lens.k3(), lens.p1(), lens.p2()))
                .containsExactly(-0.1, 0.02, 0.003, 0.001, -0.002);
        // Its own formula: x' = x (1 + k1 r2 + k2 r4 + k3 r6) + 2 p1 x y + p2 (r2 + 2 x2).
        double x = 0.2;
        double y = -0.1;
        double r2 = x * x + y * y;
        double radial = 1 - 0.1 * r2 + 0.02 * r2 * r2 + 0.003 * r2 * r2 * r2;
        double[] xy = new double[2];
        lens.project(new double[] {x, y, 1}, xy, new double[1], 1);
        assertThat(xy[0] - 0.5)
                .isCloseTo(500 * (x * radial + 2 * 0.001 * x * y - 0.002 * (r2 + 2 * x * x)) + 319.5, within(1e-9));
        assertThat(xy[1] - 0.5)
                .isCloseTo(500 * (y * radial + 0.001 * (r2 + 2 * y * y) - 2 * 0.002 * x * y) + 239.5, within(1e-9));
    }

    @Test
    void jsonIsReadToo() {
        String json = """
                {"image_width": 800, "image_height": 800, "model": "fisheye",
                 "camera_matrix": {"type_id": "opencv-matrix", "rows": 3, "cols": 3, "dt": "d",
                   "data": [250, 0, 399.5, 0, 250, 399.5, 0, 0, 1]},
                 "distortion_coefficients": {"type_id": "opencv-matrix", "rows": 4, "cols": 1, "dt": "d",
                   "data": [0.01, 0, 0, 0]}}""";
        assertThat(OpenCvReader.read(json, "x").lenses().get(0).lens().focalPx())
                .isEqualTo(250);
    }

    @Test
    void lensesOfOtherLawsBecomePolynomials() {
        Lens lens = new ClosedFormFisheye(
                new LensFrame(1000, 1000, 500, 500, Optional.empty()), ClosedFormFisheye.Kind.EQUISOLID, 340);
        Rig rig = new Rig("e", List.of(new RigLens("A", lens, Rotation.IDENTITY, new Position(0, 0, 0))));
        Lens read =
                OpenCvReader.read(OpenCvWriter.write(rig), "x").lenses().get(0).lens();
        assertThat(read).isEqualTo(KannalaBrandt.of(lens));
        double[] ray = {0.7, 0.3, 0.2};
        double[] one = new double[2];
        double[] two = new double[2];
        lens.project(ray, one, new double[1], 1);
        read.project(ray, two, new double[1], 1);
        assertThat(Math.hypot(one[0] - two[0], one[1] - two[1])).isLessThan(0.02);
    }

    @Test
    void whatIsWrongIsNamed() {
        assertThatThrownBy(() -> OpenCvReader.read(ONE_CAMERA.replace("image_width: 640", "image_width: no"), "x"))
                .isInstanceOf(DocumentException.class)
                .hasMessage("image_width is missing or no size in pixels");
        assertThatThrownBy(() -> OpenCvReader.read(ONE_CAMERA.replace("[ 500.,", "[ 490.,"), "x"))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("pixels are not square");
        assertThatThrownBy(() -> OpenCvReader.read(ONE_CAMERA.replace(", 3.0e-03 ]", ", 3.0e-03, 1, 1, 1 ]"), "x"))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("there are 8");
        assertThatThrownBy(() -> OpenCvReader.read("[1, 2", "x"))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining("no YAML or JSON");
    }
}
