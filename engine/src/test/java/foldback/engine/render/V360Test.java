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
import foldback.core.stitch.StitchPlan;
import foldback.core.stitch.StitchSettings;
import foldback.core.stitch.Stitcher;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.Sampler;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

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
            v360(raw, out, turn);
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
                double pattern = 14 * Math.sin(9 * d.x() + 4 * d.y()) + 10 * Math.cos(11 * d.z() - 6 * d.y());
                frame.y().set(x, y, (int) Math.round(FACES[face(d)][0] * 0.8 + 20 + pattern));
                frame.u().set(x / 2, y / 2, FACES[face(d)][1]);
                frame.v().set(x / 2, y / 2, FACES[face(d)][2]);
            }
        }
        return frame;
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

    private static void v360(Path in, Path out, double[] turn) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(
                        "ffmpeg",
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
                                "v360=input=e:output=fisheye:h_fov=195:v_fov=195:yaw=%f:pitch=%f:roll=%f:rorder=ypr:interp=cubic:w=%d:h=%d",
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
                .inheritIO()
                .start();
        assertThat(process.waitFor()).isZero();
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
