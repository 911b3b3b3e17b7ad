package foldback.engine.opencv;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.engine.form.DocumentException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.YAMLException;

/**
 * Reads calibrations as OpenCV writes them, YAML or JSON: one camera at the top of the file, or a sequence {@code cameras} with
 * {@code R} and {@code T} each.
 */
public final class OpenCvReader {
    /** Pixels that are not square by more than this share cannot be told by one focal length. */
    private static final double SQUARE = 0.002;

    private OpenCvReader() {}

    /** Whether a text looks like such a file. */
    public static boolean knows(String text) {
        return text.contains("camera_matrix");
    }

    /**
     * Reads a rig.
     *
     * @param name where the file has none
     * @throws DocumentException naming the camera and the field that is wrong
     */
    public static Rig read(String text, String name) {
        Map<?, ?> root = root(text);
        List<RigLens> lenses = new ArrayList<>();
        if (root.get("cameras") instanceof List<?> cameras) {
            for (int i = 0; i < cameras.size(); i++) {
                lenses.add(lens(map(cameras.get(i), "cameras[" + i + "]"), i, "cameras[" + i + "]."));
            }
        } else {
            lenses.add(lens(root, 0, ""));
        }
        Object named = root.get("name");
        try {
            return new Rig(named == null ? name : named.toString(), lenses);
        } catch (IllegalArgumentException refused) {
            throw new DocumentException("cameras: " + refused.getMessage());
        }
    }

    private static Map<?, ?> root(String text) {
        // The header is older than YAML's own form, and the matrices' tag belongs to no class.
        String plain = text.replaceFirst("^\\s*%YAML:[0-9.]+", "").replace("!!opencv-matrix", "");
        try {
            return map(new Yaml(new SafeConstructor(new LoaderOptions())).load(plain), "the file");
        } catch (YAMLException torn) {
            throw new DocumentException("The file is no YAML or JSON that can be read: "
                    + torn.getMessage().lines().findFirst().orElse(""));
        }
    }

    private static Map<?, ?> map(Object value, String at) {
        if (value instanceof Map<?, ?> map) {
            return map;
        }
        throw new DocumentException(at + " holds no named values");
    }

    private static RigLens lens(Map<?, ?> camera, int number, String at) {
        double[] matrix = numbers(camera, "camera_matrix", at, 9);
        double[] distortion = camera.containsKey("distortion_coefficients")
                ? numbers(camera, "distortion_coefficients", at, -1)
                : new double[4];
        if (Math.abs(matrix[0] / matrix[4] - 1) > SQUARE) {
            throw new DocumentException(at + "camera_matrix: its pixels are not square (" + matrix[0] + " and "
                    + matrix[4] + "); calibrate with a fixed aspect ratio");
        }
        int width = whole(camera, "image_width", at);
        int height = whole(camera, "image_height", at);
        Optional<ImageCircle> circle = Optional.empty();
        if (camera.containsKey("image_circle")) {
            double[] c = numbers(camera, "image_circle", at, 3);
            circle = Optional.of(
                    new ImageCircle(c[0] + OpenCvWriter.PIXEL_MIDDLE, c[1] + OpenCvWriter.PIXEL_MIDDLE, c[2]));
        }
        LensFrame frame = new LensFrame(
                width, height, matrix[2] + OpenCvWriter.PIXEL_MIDDLE, matrix[5] + OpenCvWriter.PIXEL_MIDDLE, circle);
        Lens lens = model(camera, frame, (matrix[0] + matrix[4]) / 2, distortion, at);
        double[] r = camera.containsKey("R") ? numbers(camera, "R", at, 9) : new double[] {1, 0, 0, 0, 1, 0, 0, 0, 1};
        double[] t = camera.containsKey("T") ? numbers(camera, "T", at, 3) : new double[3];
        // The pupil is where R X + T is 0.
        Position pupil = new Position(
                -(r[0] * t[0] + r[3] * t[1] + r[6] * t[2]),
                -(r[1] * t[0] + r[4] * t[1] + r[7] * t[2]),
                -(r[2] * t[0] + r[5] * t[1] + r[8] * t[2]));
        Object name = camera.get("name");
        String slot = name != null && name.toString().matches("[A-Z][A-Z0-9]?")
                ? name.toString()
                : String.valueOf((char) ('A' + number));
        return new RigLens(slot, lens, rotation(r, at).inverse(), pupil);
    }

    private static Rotation rotation(double[] r, String at) {
        double det = r[0] * (r[4] * r[8] - r[5] * r[7])
                - r[1] * (r[3] * r[8] - r[5] * r[6])
                + r[2] * (r[3] * r[7] - r[4] * r[6]);
        if (Math.abs(det - 1) > 1e-3) {
            throw new DocumentException(at + "R is no rotation: its determinant is " + det);
        }
        return Rotation.ofMatrix(r);
    }

    /** Four numbers are the fisheye's, five the pinhole's, unless the file says what they are. */
    private static Lens model(Map<?, ?> camera, LensFrame frame, double focal, double[] d, String at) {
        Object said = camera.get("model");
        boolean fisheye = said == null ? d.length == 4 : said.toString().equals("fisheye");
        if (fisheye && d.length == 4) {
            return new FisheyeLens(frame, focal, d[0], d[1], d[2], d[3]);
        }
        if (!fisheye && (d.length == 4 || d.length == 5)) {
            return new RectilinearLens(frame, focal, d[0], d[1], d.length == 5 ? d[4] : 0, d[2], d[3]);
        }
        throw new DocumentException(
                at + "distortion_coefficients: a fisheye has 4, a pinhole camera 4 or 5; there are " + d.length);
    }

    private static int whole(Map<?, ?> camera, String key, String at) {
        if (camera.get(key) instanceof Number number && number.intValue() >= 16) {
            return number.intValue();
        }
        throw new DocumentException(at + key + " is missing or no size in pixels");
    }

    private static double[] numbers(Map<?, ?> camera, String key, String at, int count) {
        Object value = camera.get(key);
        Object data = value instanceof Map<?, ?> matrix ? matrix.get("data") : value;
        if (!(data instanceof List<?> list) || count >= 0 && list.size() != count) {
            throw new DocumentException(at + key + " is missing or not a matrix of " + count + " numbers");
        }
        double[] numbers = new double[list.size()];
        for (int i = 0; i < numbers.length; i++) {
            if (!(list.get(i) instanceof Number number) || !Double.isFinite(number.doubleValue())) {
                throw new DocumentException(at + key + " holds something that is no number: " + list.get(i));
            }
            numbers[i] = number.doubleValue();
        }
        return numbers;
    }
}
