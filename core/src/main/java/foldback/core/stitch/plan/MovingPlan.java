package foldback.core.stitch.plan;

import foldback.core.lens.RadialTable;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.seam.SeamMoves;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.LensView;
import foldback.core.warp.ShiftPath;
import foldback.core.warp.projection.Projection;
import java.util.ArrayList;
import java.util.Arrays;
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
    /** What moves lenses is followed by nodes so far from each other. */
    private static final double SHIFTED_RAD = Math.toRadians(0.8);

    private static final int MOST_SHIFTED_CELL = 8;
    private static final int LEAST_SHIFTED_CELL = 2;
    private static final int HEADINGS = 8;
    private static final int PITCHES = 5;

    private final StitchSettings settings;
    private final CanvasPath canvas;
    private final RigMotion motion;
    private final ShiftPath shifts;
    private final SeamMoves seams;
    /** Of a stitch whose seams are moved, else null. */
    private final MovableWeights movable;
    /** By picture, where seams are not moved. */
    private final List<LensWeights> weights;

    private final List<Optional<RadialTable>> tables;
    private final int cell;
    /** Outside of which cells are left to somebody else; empty for none. */
    private final Optional<Part> part;

    private MovingPlan(
            StitchSettings settings,
            CanvasPath canvas,
            RigMotion motion,
            ShiftPath shifts,
            SeamMoves seams,
            MovableWeights movable,
            List<LensWeights> weights,
            List<Optional<RadialTable>> tables,
            int cell,
            Optional<Part> part) {
        this.settings = settings;
        this.canvas = canvas;
        this.motion = motion;
        this.shifts = shifts;
        this.seams = seams;
        this.movable = movable;
        this.weights = weights;
        this.tables = tables;
        this.cell = cell;
        this.part = part;
    }

    /**
     * Compiles what stays.
     *
     * @param settings their rotation is the one from the canvas to the world
     * @param canvas how theirs changes over time
     * @param shifts how lenses are moved over time; where they are, cells are small enough to follow
     */
    public static MovingPlan compile(
            StitchSettings settings, CanvasPath canvas, RigMotion motion, ShiftPath shifts, Threads threads)
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
        int cell = cell(settings, canvas.extremes(), shifts, threads);
        return new MovingPlan(
                settings, canvas, motion, shifts, SeamMoves.NONE, null, weights, tables, cell, Optional.empty());
    }

    /** The same on another canvas: what stays of the lenses is known, only the cell that suits the canvas is found anew. */
    public MovingPlan on(CanvasPath other, ShiftPath moved, Threads threads) throws InterruptedException {
        StitchSettings there = settings.on(other.extremes().get(0), settings.rigFromCanvas());
        int suited = cell(there, other.extremes(), moved, threads);
        return new MovingPlan(there, other, motion, moved, seams, movable, weights, tables, suited, Optional.empty());
    }

    private static int cell(StitchSettings settings, List<Canvas> canvases, ShiftPath shifts, Threads threads)
            throws InterruptedException {
        int cell = cell(settings, canvases, threads);
        return shifts == ShiftPath.NONE ? cell : Math.min(cell, shiftedCell(canvases));
    }

    /** The cell that suits the rig however it is turned: of rotations that bring each lens to all places of a canvas. */
    private static int cell(StitchSettings settings, List<Canvas> canvases, Threads threads)
            throws InterruptedException {
        List<Canvas> seen = new ArrayList<>();
        List<LensView> views = new ArrayList<>();
        for (Canvas canvas : canvases) {
            for (Rotation rotation : turns(canvas)) {
                for (int lens = 0; lens < settings.rig().lenses().size(); lens++) {
                    seen.add(canvas);
                    views.add(settings.view(lens, List.of(rotation)));
                }
            }
        }
        AtomicInteger least = new AtomicInteger(Integer.MAX_VALUE);
        threads.share(views.size(), () -> part -> {
            int cell = CoordinateGrid.bentCellFor(seen.get(part), views.get(part));
            least.accumulateAndGet(cell, Math::min);
        });
        return least.get();
    }

    private static int shiftedCell(List<Canvas> canvases) {
        double coarsest = canvases.stream()
                .mapToDouble(Canvas::middleRadiansPerPixel)
                .max()
                .orElseThrow();
        int cell = MOST_SHIFTED_CELL;
        while (cell > LEAST_SHIFTED_CELL && cell * coarsest > SHIFTED_RAD) {
            cell /= 2;
        }
        return cell;
    }

    /** A whole sphere shows all headings at once, other canvases have to be turned to them. */
    private static List<Rotation> turns(Canvas canvas) {
        if (canvas.projection().edges() == Projection.Edges.WRAP) {
            return IntStream.range(0, 9)
                    .mapToObj(i -> Rotation.ofYawPitchRoll(0, (i % 3 - 1) * Math.PI / 4, (i / 3 - 1) * Math.PI / 4))
                    .toList();
        }
        return IntStream.range(0, HEADINGS * PITCHES)
                .mapToObj(i -> Rotation.ofYawPitchRoll(
                        i % HEADINGS * 2 * Math.PI / HEADINGS,
                        (i / HEADINGS - PITCHES / 2) * Math.PI / (PITCHES - 1),
                        0))
                .toList();
    }

    /**
     * The same for another level, a canvas with the same extremes, a rig that turns otherwise, and lenses that are moved otherwise, if they
     * were moved at all.
     */
    public MovingPlan with(Rotation worldFromCanvas, CanvasPath changing, RigMotion other, ShiftPath moved) {
        return new MovingPlan(
                settings.with(worldFromCanvas),
                changing,
                other,
                moved,
                seams,
                movable,
                weights,
                tables,
                cell,
                Optional.empty());
    }

    /**
     * The same with seams that are moved.
     *
     * @param found for the strips of these seams and the plan's lenses
     */
    public MovingPlan with(SeamMoves moves, MovableWeights found) {
        return new MovingPlan(settings, canvas, motion, shifts, moves, found, weights, tables, cell, part);
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
        return laid.equals(weights)
                ? this
                : new MovingPlan(settings, canvas, motion, shifts, seams, movable, laid, tables, cell, part);
    }

    /** The same for a part of the canvas alone. */
    public MovingPlan within(CanvasPart within) {
        Part limited = new Part(within, nodes(within, settings.canvas(), cell));
        return new MovingPlan(
                settings, canvas, motion, shifts, seams, movable, weights, tables, cell, Optional.of(limited));
    }

    /**
     * A part of the canvas.
     *
     * @param nodes of each row of nodes those that its cells need, rising
     */
    private record Part(CanvasPart cells, int[][] nodes) {}

    /** The nodes of cells and two around them, by which cells are bent; a sphere closes round. */
    private static int[][] nodes(CanvasPart within, Canvas canvas, int cell) {
        int columns = (canvas.width() + cell - 1) / cell;
        int rows = (canvas.height() + cell - 1) / cell;
        boolean[][] wanted = new boolean[rows + 1][columns + 1];
        boolean round = canvas.projection().edges() == Projection.Edges.WRAP;
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                if (within.holds(column, row, cell)) {
                    want(wanted, row, column, round);
                }
            }
        }
        return Arrays.stream(wanted)
                .map(line ->
                        IntStream.range(0, line.length).filter(i -> line[i]).toArray())
                .toArray(int[][]::new);
    }

    private static void want(boolean[][] wanted, int row, int column, boolean round) {
        int columns = wanted[0].length - 1;
        for (int y = Math.max(0, row - 2); y <= Math.min(wanted.length - 1, row + 3); y++) {
            for (int x = column - 2; x <= column + 3; x++) {
                if (round) {
                    wanted[y][Math.floorMod(x, columns)] = true;
                }
                if (x >= 0 && x <= columns) {
                    wanted[y][x] = true;
                }
            }
        }
    }

    /** The plan of the moment at which the lenses' first rows are read. */
    public CellPlan at(double seconds, Threads threads) throws InterruptedException {
        StitchSettings moved =
                settings.on(canvas.at(seconds), settings.rigFromCanvas()).withShifts(shifts.at(seconds));
        List<LensView> views = IntStream.range(0, settings.rig().lenses().size())
                .mapToObj(lens -> moved.view(lens, motion.rigFromCanvas(lens, seconds, settings.rigFromCanvas())))
                .toList();
        List<CoordinateGrid> own =
                CoordinateGrid.of(moved.canvas(), views, tables, cell, part.map(Part::nodes), threads);
        List<CoordinateGrid> grids = IntStream.range(0, settings.pictures())
                .mapToObj(picture -> own.get(picture / settings.levels()).halved(picture % settings.levels()))
                .toList();
        MomentPlan plan = new MomentPlan(moved, weights(seconds, threads), grids, part.map(Part::cells));
        threads.share(plan.cellRows(), plan::sorter);
        return plan;
    }

    /** By picture, what lenses count at a moment. */
    private List<LensWeights> weights(double seconds, Threads threads) throws InterruptedException {
        if (movable == null) {
            return weights;
        }
        List<float[]> moves = seams.at(seconds);
        List<LensWeights> moved = new ArrayList<>();
        for (int lens = 0; lens < settings.rig().lenses().size(); lens++) {
            int first = settings.picture(lens, 0);
            LensWeights usual = weights.get(first);
            LensWeights own = movable.of(lens, usual, moves, threads);
            moved.add(own);
            for (int times = 1; times < settings.levels(); times++) {
                LensWeights coarser = weights.get(first + times);
                moved.add(own == usual ? coarser : own.halved(times).withStride(coarser.stride()));
            }
        }
        return moved;
    }

    public StitchSettings settings() {
        return settings;
    }
}
