package foldback.core.stitch.plan;

import foldback.core.lens.RadialTable;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;

/**
 * A stitch whose rig turns: what stays, and the plan of a moment. Immutable.
 *
 * <p>Weights stay, in the lenses' own pictures; where pixels look is found anew for each moment.
 */
public final class MovingPlan {
    private final StitchSettings settings;
    private final RigMotion motion;
    private final List<LensWeights> weights;
    private final List<Optional<RadialTable>> tables;
    private final int cell;

    private MovingPlan(
            StitchSettings settings,
            RigMotion motion,
            List<LensWeights> weights,
            List<Optional<RadialTable>> tables,
            int cell) {
        this.settings = settings;
        this.motion = motion;
        this.weights = weights;
        this.tables = tables;
        this.cell = cell;
    }

    /**
     * Compiles what stays.
     *
     * @param settings their rotation is the one from the canvas to the world
     */
    public static MovingPlan compile(StitchSettings settings, RigMotion motion, Threads threads)
            throws InterruptedException {
        if (motion.readOutSeconds().size() != settings.rig().lenses().size()) {
            throw new IllegalArgumentException("as many read-outs as lenses are needed: "
                    + motion.readOutSeconds().size() + " for "
                    + settings.rig().lenses().size());
        }
        List<LensWeights> weights = new ArrayList<>();
        for (int lens = 0; lens < settings.rig().lenses().size(); lens++) {
            LensWeights own = LensWeights.of(settings, lens, threads);
            for (int times = 0; times < settings.levels(); times++) {
                weights.add(own.halved(times));
            }
        }
        List<Optional<RadialTable>> tables = settings.rig().lenses().stream()
                .map(RigLens::lens)
                .map(lens -> RadialTable.of(lens, CoordinateGrid.farthest(lens)))
                .toList();
        return new MovingPlan(settings, motion, weights, tables, cell(settings, threads));
    }

    /** The cell that suits the rig however it is turned: of rotations that bring each lens to all places of a canvas. */
    private static int cell(StitchSettings settings, Threads threads) throws InterruptedException {
        List<LensView> views = new ArrayList<>();
        for (Rotation rotation : turns()) {
            for (int lens = 0; lens < settings.rig().lenses().size(); lens++) {
                views.add(settings.view(lens, List.of(rotation)));
            }
        }
        AtomicInteger least = new AtomicInteger(Integer.MAX_VALUE);
        threads.share(views.size(), () -> part -> {
            int cell = CoordinateGrid.bentCellFor(settings.canvas(), views.get(part));
            least.accumulateAndGet(cell, Math::min);
        });
        return least.get();
    }

    private static List<Rotation> turns() {
        return IntStream.range(0, 9)
                .mapToObj(i -> Rotation.ofYawPitchRoll(0, (i % 3 - 1) * Math.PI / 4, (i / 3 - 1) * Math.PI / 4))
                .toList();
    }

    /** The same for another level, and a rig that turns otherwise. */
    public MovingPlan with(Rotation worldFromCanvas, RigMotion other) {
        return new MovingPlan(settings.with(worldFromCanvas), other, weights, tables, cell);
    }

    /**
     * The same for pictures whose luma planes lie otherwise in memory.
     *
     * @param strides by picture, samples from row to row
     */
    public MovingPlan withStrides(List<Integer> strides) {
        List<LensWeights> laid = IntStream.range(0, weights.size())
                .mapToObj(picture -> weights.get(picture).withStride(strides.get(picture)))
                .toList();
        return laid.equals(weights) ? this : new MovingPlan(settings, motion, laid, tables, cell);
    }

    /** The plan of the moment at which the lenses' first rows are read. */
    public CellPlan at(double seconds, Threads threads) throws InterruptedException {
        List<LensView> views = IntStream.range(0, settings.rig().lenses().size())
                .mapToObj(lens -> settings.view(lens, motion.rigFromCanvas(lens, seconds, settings.rigFromCanvas())))
                .toList();
        List<CoordinateGrid> own = CoordinateGrid.of(settings.canvas(), views, tables, cell, threads);
        List<CoordinateGrid> grids = IntStream.range(0, settings.pictures())
                .mapToObj(picture -> own.get(picture / settings.levels()).halved(picture % settings.levels()))
                .toList();
        MomentPlan plan = new MomentPlan(settings, weights, grids);
        threads.share(plan.cellRows(), plan::sorter);
        return plan;
    }

    public StitchSettings settings() {
        return settings;
    }
}
