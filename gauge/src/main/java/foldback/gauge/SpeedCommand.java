package foldback.gauge;

import foldback.core.rig.ReadyRigs;
import foldback.gauge.balance.BalanceSpeed;
import foldback.gauge.rig.RigSpeed;
import foldback.gauge.seam.SeamsSpeed;
import foldback.gauge.sync.SyncSpeed;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Ratios of speed, each side measured in turn in one run. */
@Command(
        name = "speed",
        mixinStandardHelpOptions = true,
        description =
                "Measures the stitch against a table remap, renders against FFmpeg alone, and the heap over time.")
final class SpeedCommand implements Callable<Integer> {
    @Option(names = "--demo", paramLabel = "DIR", description = "folder of the demo takes")
    private Path demo = Path.of("demo");

    @Option(
            names = "--only",
            split = ",",
            paramLabel = "PART",
            description =
                    "stitch, six, moving, seams, kernels, sync, rig, balance, render, workers, bench, memory; all if not given")
    private List<String> only = List.of(
            "stitch", "six", "moving", "seams", "kernels", "sync", "rig", "balance", "render", "workers", "bench",
            "memory");

    @Option(names = "--presets", split = ",", description = "encoder presets for render")
    private List<String> presets = List.of("medium", "veryfast");

    @Option(names = "--pairs", description = "alternating pairs a figure")
    private int pairs = 5;

    @Override
    public Integer call() throws Exception {
        if (only.contains("stitch")) {
            new StitchSpeed(ReadyRigs.twoBackToBack()).report();
        }
        if (only.contains("six")) {
            new StitchSpeed(ReadyRigs.sixAround()).report();
        }
        if (only.contains("moving")) {
            MovingSpeed.run().forEach(figure -> System.out.println(figure.line()));
        }
        if (only.contains("seams")) {
            SeamsSpeed.run().forEach(figure -> System.out.println(figure.line()));
        }
        if (only.contains("kernels")) {
            new Runner(new OptionsBuilder()
                            .include(KernelBenchmark.class.getSimpleName())
                            .build())
                    .run();
        }
        if (only.contains("sync")) {
            SyncSpeed.run().forEach(System.out::println);
        }
        if (only.contains("rig")) {
            System.out.println(RigSpeed.run());
        }
        if (only.contains("balance")) {
            new BalanceSpeed(demo, pairs).run(figure -> System.out.println(figure.line()));
        }
        if (only.contains("render")) {
            new RenderSpeed(demo.resolve("sluice-path"), pairs).report(presets);
        }
        if (only.contains("workers")) {
            new WorkersSpeed(demo.resolve("sluice-path"), pairs).report();
        }
        if (only.contains("bench")) {
            new BenchSpeed(demo).report();
        }
        if (only.contains("memory")) {
            new RenderMemory(demo.resolve("sluice-path")).report();
        }
        return 0;
    }
}
