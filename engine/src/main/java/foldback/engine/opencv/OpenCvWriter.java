package foldback.engine.opencv;

import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.FisheyeLens;
import foldback.core.lens.KannalaBrandt;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;

/**
 * Writes a rig in the YAML of OpenCV's FileStorage: a sequence of cameras with the names that its calibration sample uses. A camera's
 * own coordinates are {@code R X + T} of the rig's; its picture's first pixel has its middle at 0, not at a half.
 */
public final class OpenCvWriter {
    static final double PIXEL_MIDDLE = 0.5;

    private OpenCvWriter() {}

    public static String write(Rig rig) {
        StringBuilder out = new StringBuilder("%YAML:1.0\n---\n");
        out.append("name: \"")
                .append(rig.name().replace("\\", "").replace("\"", "'"))
                .append("\"\n");
        out.append("cameras:\n");
        rig.lenses().forEach(lens -> camera(lens, out));
        return out.toString();
    }

    private static void camera(RigLens own, StringBuilder out) {
        Lens lens = own.lens() instanceof ClosedFormFisheye closed ? KannalaBrandt.of(closed) : own.lens();
        LensFrame frame = lens.frame();
        double[] r = own.rigFromLens().inverse().matrix();
        Position p = own.pupil();
        double[] t = new double[3];
        for (int row = 0; row < 3; row++) {
            t[row] = -(r[3 * row] * p.x() + r[3 * row + 1] * p.y() + r[3 * row + 2] * p.z());
        }
        out.append("   -\n");
        field(out, "name", own.slot());
        field(out, "model", lens instanceof RectilinearLens ? "pinhole" : "fisheye");
        field(out, "image_width", "" + frame.width());
        field(out, "image_height", "" + frame.height());
        double f = lens.focalPx();
        matrix(out, "camera_matrix", 3, 3, f, 0, frame.cx() - PIXEL_MIDDLE, 0, f, frame.cy() - PIXEL_MIDDLE, 0, 0, 1);
        if (lens instanceof RectilinearLens flat) {
            matrix(out, "distortion_coefficients", 5, 1, flat.k1(), flat.k2(), flat.p1(), flat.p2(), flat.k3());
        } else if (lens instanceof FisheyeLens fisheye) {
            matrix(out, "distortion_coefficients", 4, 1, fisheye.k1(), fisheye.k2(), fisheye.k3(), fisheye.k4());
        }
        matrix(out, "R", 3, 3, r);
        matrix(out, "T", 3, 1, t);
        frame.circle()
                .ifPresent(circle -> matrix(
                        out,
                        "image_circle",
                        3,
                        1,
                        circle.cx() - PIXEL_MIDDLE,
                        circle.cy() - PIXEL_MIDDLE,
                        circle.radius()));
    }

    private static void field(StringBuilder out, String name, String value) {
        out.append("      ").append(name).append(": ").append(value).append('\n');
    }

    private static void matrix(StringBuilder out, String name, int rows, int columns, double... data) {
        String numbers = DoubleStream.of(data)
                .mapToObj(value -> String.format(Locale.ROOT, "%.16e", value + 0.0))
                .collect(Collectors.joining(", "));
        out.append("      ").append(name).append(": !!opencv-matrix\n");
        out.append("         rows: ").append(rows).append("\n         cols: ").append(columns);
        out.append("\n         dt: d\n         data: [ ").append(numbers).append(" ]\n");
    }
}
