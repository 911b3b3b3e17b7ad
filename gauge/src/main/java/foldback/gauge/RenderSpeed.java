package foldback.gauge;

import foldback.core.run.Run;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.media.Folders;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Renders of the demo take end to end against the codec floor: FFmpeg alone decodes the same clips and encodes the render's
 * own raw canvas with the same settings. Both are measured in alternating pairs.
 */
final class RenderSpeed {
    private static final double SECONDS = 8;
    private static final Canvas CANVAS = new Canvas(3840, 1920);
    private static final int CRF = 20;
    private final Path take;
    private final int pairs;

    RenderSpeed(Path take, int pairs) {
        this.take = take;
        this.pairs = pairs;
    }

    void report(List<String> presets) throws Exception {
        Path folder = Files.createTempDirectory("foldback-speed");
        Path raw = folder.resolve("canvas.yuv");
        Path lossless = folder.resolve("lossless.mp4");
        render(Kernel.FINE, "ultrafast", 0, folder, lossless);
        Ffmpeg.run("-i", lossless.toString(), "-f", "rawvideo", "-pix_fmt", "yuv420p", raw.toString());
        for (String preset : presets) {
            for (Kernel kernel : Kernel.values()) {
                pair(kernel, preset, folder, raw);
            }
        }
        Folders.delete(folder);
    }

    private void pair(Kernel kernel, String preset, Path folder, Path raw) throws Exception {
        double[] ratios = new double[pairs];
        double[] floor = new double[pairs];
        for (int i = -1; i < pairs; i++) {
            int at = Math.max(0, i);
            Path out = folder.resolve("render.mp4");
            double mine = Timing.time(() -> render(kernel, preset, CRF, folder, out));
            Files.delete(out);
            floor[at] = Timing.time(() -> Ffmpeg.run(
                    "-i",
                    take.resolve("sluice-path-a.mp4").toString(),
                    "-i",
                    take.resolve("sluice-path-b.mp4").toString(),
                    "-f",
                    "rawvideo",
                    "-pix_fmt",
                    "yuv420p",
                    "-s",
                    CANVAS.width() + "x" + CANVAS.height(),
                    "-r",
                    "25",
                    "-i",
                    raw.toString(),
                    "-map",
                    "0:v",
                    "-t",
                    "" + SECONDS,
                    "-f",
                    "null",
                    "-",
                    "-map",
                    "1:v",
                    "-t",
                    "" + SECONDS,
                    "-f",
                    "null",
                    "-",
                    "-map",
                    "2:v",
                    "-c:v",
                    "libx264",
                    "-preset",
                    preset,
                    "-crf",
                    "" + CRF,
                    "-threads",
                    "2",
                    "-x264-params",
                    "open-gop=0",
                    "-g",
                    "50",
                    folder.resolve("floor.mp4").toString()));
            ratios[at] = mine / floor[at];
        }
        double bar = kernel == Kernel.QUICK ? 1.12 : 1.25;
        System.out.printf("codec floor, %s: %.1f frames/s%n", preset, SECONDS * 25 / Timing.median(floor));
        System.out.println(new Figure(
                        "render / codec floor, " + kernel + ", " + preset,
                        Timing.median(ratios),
                        "x",
                        Figure.Bar.AT_MOST,
                        bar)
                .line());
    }

    private void render(Kernel kernel, String preset, int crf, Path folder, Path out) throws Exception {
        RenderJob job = DemoJob.of(take, take.resolve("rig-card.json"), CANVAS, kernel, preset, crf, SECONDS);
        new Renderer(2, 0).render(job, folder.resolve("work"), out, Run.QUIET);
    }
}
