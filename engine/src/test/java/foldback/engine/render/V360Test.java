package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.LensFrame;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.Sampler;
import foldback.core.warp.projection.CentralProjection;
import foldback.core.warp.projection.CentralProjection.Law;
import foldback.core.warp.projection.Cylindrical;
import foldback.core.warp.projection.Panini;
import foldback.core.warp.projection.PartSphere;
import foldback.core.warp.projection.Projection;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Directions held against an independent implementation: FFmpeg's v360 makes fisheye pictures of a wall of six colours and
 * a fine pattern; our stitch of them must give the wall back.
 */
class V360Test {
    private static final int WIDTH = 1024;
    private static final int HEIGHT = 512;
    private static final int LENS = 768;
    /** Mean difference in codes; both sides interpolate, and chroma edges are soft. */
    private static final double MAX_MEAN_DIFFERENCE = 1.6;

    private static final int[][] FACES = {
        {180, 90, 150}, {60, 200, 100}, {130, 60, 220}, {210, 128, 90}, {40, 150, 150}, {235, 110, 128}
    };

    @Test
    void stitchOfV360FisheyesGivesTheWallBack(@TempDir Path folder) throws Exception {
        Frame wall = wall();
        Path raw = folder.resolve("wall.yuv");
        Files.write(raw, bytes(wall));
        List<RigLens> lenses = new ArrayList<>();
        List<Frame> frames = new ArrayList<>();
        // Two lenses that look front and back, turned so that every sign matters.
        double[][] turns = {{20, 12, 30}, {-160, -12, -25}};
        for (double[] turn : turns) {
            Path out = folder.resolve("lens" + lenses.size() + ".yuv");
            v360(raw, out, "fisheye:h_fov=195:v_fov=195", turn);
            frames.add(read(out));
            // v360's fisheye shows 195 degrees over the full side of the square.
            LensFrame frame = new LensFrame(
                    LENS,
                    LENS,
                    LENS / 2.0,
                    LENS / 2.0,
                    Optional.of(new ImageCircle(LENS / 2.0, LENS / 2.0, LENS / 2.0 - 6)));
            double focal = LENS / 2.0 / Math.toRadians(97.5);
            Rotation rigFromLens =
                    Rotation.ofYawPitchRoll(Math.toRadians(turn[0]), Math.toRadians(turn[1]), Math.toRadians(turn[2]));
            lenses.add(new RigLens(
                    String.valueOf((char) ('A' + lenses.size())),
                    new FisheyeLens(frame, focal, 0, 0, 0, 0),
                    rigFromLens,
                    Position.ORIGIN));
        }
        Frame stitched = stitch(lenses, frames);
        assertThat(meanDifference(stitched, wall)).isLessThan(MAX_MEAN_DIFFERENCE);
    }

    private static Frame stitch(List<RigLens> lenses, List<Frame> frames) {
        StitchPlan plan = StitchPlan.compile(new StitchSettings(
                new Canvas(WIDTH, HEIGHT),
                new Rig("v360", lenses),
                Rotation.IDENTITY,
                Double.POSITIVE_INFINITY,
                Math.toRadians(3)));
        LensLight light = new LightFormat(
                        PixelFormat.YUV420_8,
                        ColourTags.BT709_LIMITED,
                        PixelFormat.YUV420_8,
                        ColourTags.BT709_LIMITED,
                        Sampler.FRACTION_BITS)
                .plain();
        Frame canvas = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, HEIGHT);
        new Stitcher(plan, Kernel.FINE).stitch(frames, List.of(light, light), canvas);
        return canvas;
    }

    /** The six sides of a cube in six colours, with a smooth pattern that no symmetry leaves as it is. */
    private static Frame wall() {
        Canvas canvas = new Canvas(WIDTH, HEIGHT);
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, WIDTH, HEIGHT);
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                Direction d = canvas.directionAt(x + 0.5, y + 0.5);
                frame.y().set(x, y, (int) Math.round(luma(d)));
                frame.u().set(x / 2, y / 2, FACES[face(d)][1]);
                frame.v().set(x / 2, y / 2, FACES[face(d)][2]);
            }
        }
        return frame;
    }

    private static double luma(Direction d) {
        double pattern = 14 * Math.sin(9 * d.x() + 4 * d.y()) + 10 * Math.cos(11 * d.z() - 6 * d.y());
        return FACES[face(d)][0] * 0.8 + 20 + pattern;
    }

    static Stream<Arguments> projections() {
        double panini = 2 * 2 * Math.atan(0.5);
        return Stream.of(
                Arguments.of(PartSphere.HALF, "hequirect"),
                Arguments.of(new CentralProjection(Law.FLAT, Math.toRadians(100)), "flat:h_fov=100:v_fov=100"),
                Arguments.of(new CentralProjection(Law.STEREOGRAPHIC, Math.toRadians(250)), "sg:h_fov=250:v_fov=250"),
                Arguments.of(
                        new CentralProjection(Law.EQUIDISTANT, Math.toRadians(180)), "fisheye:h_fov=180:v_fov=180"),
                Arguments.of(
                        new Cylindrical(Math.toRadians(120)),
                        "cylindrical:h_fov=120:v_fov=" + Math.toDegrees(2 * Math.atan(Math.toRadians(60)))),
                // There h_fov is how far behind the axis it is projected from, and the sides are at a distance of 1.
                Arguments.of(new Panini(panini, 1), "pannini:h_fov=1"));
    }

    /** The wall as v360 shows it in a projection is the wall where our projection looks. */
    @ParameterizedTest
    @MethodSource("projections")
    void v360ShowsTheWallWhereOurProjectionsLook(Projection projection, String output, @TempDir Path folder)
            throws Exception {
        Path raw = folder.resolve("wall.yuv");
        Files.write(raw, bytes(wall()));
        Path out = folder.resolve("shown.yuv");
        v360(raw, out, output, new double[] {25, -10, 15});
        Frame shown = read(out);
        Rotation worldFromPicture =
                Rotation.ofYawPitchRoll(Math.toRadians(25), Math.toRadians(-10), Math.toRadians(15));
        double[] ray = new double[3];
        double sum = 0;
        int count = 0;
        for (int y = 0; y < LENS; y++) {
            for (int x = 0; x < LENS; x++) {
                projection.ray(x + 0.5, y + 0.5, LENS, LENS, ray);
                // What v360 leaves black beyond a circle is not looked at.
                if (Math.hypot(x + 0.5 - LENS / 2.0, y + 0.5 - LENS / 2.0) < LENS / 2.0 - 2) {
                    sum += Math.abs(
                            shown.y().get(x, y) - luma(worldFromPicture.apply(new Direction(ray[0], ray[1], ray[2]))));
                    count++;
                }
            }
        }
        assertThat(sum / count).as("%s, mean difference in codes", output).isLessThan(MAX_MEAN_DIFFERENCE);
    }

    private static int face(Direction d) {
        double ax = Math.abs(d.x());
        double ay = Math.abs(d.y());
        double az = Math.abs(d.z());
        if (az >= ax && az >= ay) {
            return d.z() > 0 ? 0 : 1;
        }
        return ax >= ay ? (d.x() > 0 ? 2 : 3) : d.y() < 0 ? 4 : 5;
    }

    private static void v360(Path in, Path out, String output, double[] turn) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(
                        "ffmpeg",
                        "-nostdin",
                        "-v",
                        "error",
                        "-y",
                        "-f",
                        "rawvideo",
                        "-pix_fmt",
                        "yuv420p",
                        "-s",
                        WIDTH + "x" + HEIGHT,
                        "-i",
                        in.toString(),
                        "-vf",
                        String.format(
                                java.util.Locale.ROOT,
                                "v360=input=e:output=%s:yaw=%f:pitch=%f:roll=%f:rorder=ypr:interp=cubic:w=%d:h=%d",
                                output,
                                turn[0],
                                turn[1],
                                turn[2],
                                LENS,
                                LENS),
                        "-f",
                        "rawvideo",
                        "-pix_fmt",
                        "yuv420p",
                        out.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor()).as(said).isZero();
    }

    private static byte[] bytes(Frame frame) {
        byte[] all = new byte[WIDTH * HEIGHT * 3 / 2];
        int at = 0;
        for (var plane : List.of(frame.y(), frame.u(), frame.v())) {
            for (int y = 0; y < plane.height(); y++) {
                for (int x = 0; x < plane.width(); x++) {
                    all[at++] = (byte) plane.get(x, y);
                }
            }
        }
        return all;
    }

    private static Frame read(Path file) throws IOException {
        byte[] all = Files.readAllBytes(file);
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, LENS, LENS);
        int at = 0;
        for (var plane : List.of(frame.y(), frame.u(), frame.v())) {
            for (int y = 0; y < plane.height(); y++) {
                for (int x = 0; x < plane.width(); x++) {
                    plane.set(x, y, all[at++] & 0xff);
                }
            }
        }
        return frame;
    }

    private static double meanDifference(Frame a, Frame b) {
        double sum = 0;
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                sum += Math.abs(a.y().get(x, y) - b.y().get(x, y));
            }
        }
        return sum / (WIDTH * HEIGHT);
    }
}
