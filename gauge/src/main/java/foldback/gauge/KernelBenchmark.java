package foldback.gauge;

import foldback.core.picture.BytePlane;
import foldback.core.rig.ReadyRigs;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.Kernel;
import foldback.core.warp.LensView;
import foldback.core.warp.SamplePlaces;
import foldback.core.warp.Sampler;
import foldback.core.warp.StripPath;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Nanoseconds a luma sample of the two kernels, coordinates included, on one thread. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 4, time = 1)
@Measurement(iterations = 6, time = 1)
@Fork(2)
public class KernelBenchmark {
    private static final int CELLS = 8;
    private static final int SAMPLES = CELLS * 64;
    private static final int STRIPS = 40;
    private final BytePlane plane = new BytePlane(1920, 1920);
    private final StripPath path = new StripPath(SAMPLES);
    private final SamplePlaces places = new SamplePlaces(SAMPLES);
    private final Sampler sampler = new Sampler(SAMPLES);
    private final int[] out = new int[SAMPLES];
    private CoordinateGrid grid;

    @Setup
    public void prepare() {
        new Random(1).nextBytes(plane.data());
        grid = CoordinateGrid.of(
                new Canvas(3840, 1920),
                new LensView(ReadyRigs.twoBackToBack().lenses().get(0), Rotation.IDENTITY, Double.POSITIVE_INFINITY),
                8);
    }

    @Benchmark
    @OperationsPerInvocation(SAMPLES * STRIPS)
    public int[] quick() {
        return sample(Kernel.QUICK);
    }

    @Benchmark
    @OperationsPerInvocation(SAMPLES * STRIPS)
    public int[] fine() {
        return sample(Kernel.FINE);
    }

    private int[] sample(Kernel kernel) {
        for (int strip = 0; strip < STRIPS; strip++) {
            path.luma(grid, (60 + strip) * grid.columns() + 200, CELLS);
            places.set(path, plane.stride());
            sampler.sample(plane, kernel, places, out);
        }
        return out;
    }
}
