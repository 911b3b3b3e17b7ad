package foldback.gauge;

import foldback.core.run.Run;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.media.Folders;
import java.lang.management.BufferPoolMXBean;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;

/** The live heap, with direct buffers, of a long render after 10 and after 60 seconds. */
final class RenderMemory {
    private static final int LOOPS = 75;
    private final Path take;

    RenderMemory(Path take) {
        this.take = take;
    }

    void report() throws Exception {
        Path folder = Files.createTempDirectory("foldback-memory");
        for (String name : List.of("sluice-path-a.mp4", "sluice-path-b.mp4")) {
            Looped.make(take.resolve(name), LOOPS, folder.resolve(name));
        }
        RenderJob job = DemoJob.of(
                folder,
                take.resolve("rig-card.json"),
                new Canvas(960, 480),
                Kernel.QUICK,
                "veryfast",
                28,
                LOOPS * 8.4 - 1);
        long start = System.nanoTime();
        double[] live = new double[2];
        Run run = new Run(
                share -> {
                    double seconds = (System.nanoTime() - start) / 1e9;
                    if (live[0] == 0 && seconds > 10) {
                        live[0] = liveMegabytes();
                    } else if (live[1] == 0 && seconds > 60) {
                        live[1] = liveMegabytes();
                    }
                },
                () -> live[1] > 0);
        try {
            new Renderer(2, 0).render(job, folder.resolve("work"), folder.resolve("out.mp4"), run);
            System.out.println("the render ended before 60 seconds; no figure");
        } catch (CancellationException measured) {
            System.out.printf("live heap and direct buffers: %.1f MB at 10 s, %.1f MB at 60 s%n", live[0], live[1]);
            System.out.println(
                    new Figure("live memory at 60 s / at 10 s", live[1] / live[0], "x", Figure.Bar.AT_MOST, 1.05)
                            .line());
        }
        Folders.delete(folder);
    }

    private static double liveMegabytes() {
        System.gc();
        long bytes = ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
        for (BufferPoolMXBean pool : ManagementFactory.getPlatformMXBeans(BufferPoolMXBean.class)) {
            bytes += pool.getMemoryUsed();
        }
        return bytes / 1e6;
    }
}
