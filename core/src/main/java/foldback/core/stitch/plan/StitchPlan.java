package foldback.core.stitch.plan;

import foldback.core.matte.MatteMap;
import foldback.core.run.Threads;
import foldback.core.warp.Canvas;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.LensView;
import foldback.core.warp.SamplePlaces;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Which lens shows which pixel of a canvas, and where it looks: immutable, compiled once for a geometry.
 *
 * <p>The canvas is cut into the cells of the coordinate grids. Most cells show one lens; weights a pixel are kept for the
 * others only.
 */
public final class StitchPlan implements CellPlan {
    /**
     * How far inside its picture a lens is used, source pixels: bicubic reads 2 samples further, which in 4:2:0 chroma are 4
     * pixels, and coordinates are off by at most 0.03.
     */
    public static final double MARGIN_PX = 5;

    /**
     * Where a picture has more pixels than that for one of the canvas, one halved once more is read. Of 1.2 to 3 this is where a
     * planet's fine slats come nearest to their means over the canvas's pixels, with both kernels: less blurs, more aliases.
     */
    public static final double MOST_SOURCE_PER_CANVAS = 2.4;

    private final StitchSettings settings;
    /** Of the lenses' own pictures. */
    private final CoordinateGrid[] grids;
    /** Of all pictures. */
    private final CoordinateGrid[] pictures;

    /** By lens, what is painted in its picture; empty where nothing is painted in any. */
    private final List<MatteMap> mattes;

    private final int[] cells;
    private final MixedCell[] mixed;
    private final int cellColumns;
    private final int cellRows;

    /** The same with cells of its own that are compiled anew. */
    private StitchPlan(StitchPlan other) {
        settings = other.settings;
        grids = other.grids;
        pictures = other.pictures;
        mattes = other.mattes;
        cellColumns = other.cellColumns;
        cellRows = other.cellRows;
        cells = other.cells.clone();
        mixed = other.mixed.clone();
    }

    private StitchPlan(StitchSettings settings, CoordinateGrid[] grids) {
        this.settings = settings;
        this.grids = grids;
        pictures = IntStream.range(0, settings.pictures())
                .mapToObj(i -> grids[i / settings.levels()].halved(i % settings.levels()))
                .toArray(CoordinateGrid[]::new);
        mattes = MatteMap.of(settings.mattes(), settings.rig());
        this.cellColumns = grids[0].columns() - 1;
        this.cellRows = grids[0].rows() - 1;
        this.cells = new int[cellColumns * cellRows];
        this.mixed = new MixedCell[cells.length];
    }

    /** Compiles the plan; grids and weights are made on the common pool. */
    public static StitchPlan compile(StitchSettings settings) {
        List<LensView> views = views(settings);
        int cell = views.stream()
                .mapToInt(view -> CoordinateGrid.cellFor(settings.canvas(), view))
                .min()
                .orElse(Integer.MAX_VALUE);
        return compile(settings, views, cell);
    }

    /** The same with cells so large, for what need not be right to a part of a pixel. */
    static StitchPlan compile(StitchSettings settings, int cell) {
        return compile(settings, views(settings), cell);
    }

    private static List<LensView> views(StitchSettings settings) {
        return IntStream.range(0, settings.rig().lenses().size())
                .mapToObj(lens -> settings.view(lens, List.of(settings.rigFromCanvas())))
                .toList();
    }

    private static StitchPlan compile(StitchSettings settings, List<LensView> views, int common) {
        CoordinateGrid[] grids = IntStream.range(0, views.size())
                .parallel()
                .mapToObj(i -> CoordinateGrid.of(settings.canvas(), views.get(i), common))
                .toArray(CoordinateGrid[]::new);
        StitchPlan plan = new StitchPlan(settings, grids);
        Weigher weigher = weigher(settings);
        SeamSides sides = plan.sides(weigher);
        IntStream.range(0, plan.cellRows)
                .parallel()
                .forEach(row -> new CellCompiler(plan, weigher, sides).compile(row));
        return plan;
    }

    static Weigher weigher(StitchSettings settings) {
        return new Weigher(settings.rig().lenses(), settings.weights(), settings.meeting());
    }

    /** Where its seams lie. */
    SeamSides sides(Weigher weigher) {
        return new SeamSides(grids, weigher);
    }

    /** The same with other seams in some cells. */
    StitchPlan with(SeamSides moved, Weigher weigher, int[] changed, Threads threads) throws InterruptedException {
        StitchPlan other = new StitchPlan(this);
        threads.share(changed.length, () -> {
            CellCompiler compiler = new CellCompiler(other, weigher, moved);
            return n -> compiler.compile(changed[n] % cellColumns, changed[n] / cellColumns);
        });
        return other;
    }

    public Canvas canvas() {
        return settings.canvas();
    }

    @Override
    public StitchSettings settings() {
        return settings;
    }

    @Override
    public CoordinateGrid grid(int picture) {
        return pictures[picture];
    }

    @Override
    public int pictureOf(int cell) {
        return cells[cell];
    }

    MixedCell mixed(int cell) {
        return mixed[cell];
    }

    CoordinateGrid[] ownGrids() {
        return grids;
    }

    List<MatteMap> mattes() {
        return mattes;
    }

    /** To be called while the plan is compiled. */
    void set(int cell, int picture) {
        cells[cell] = picture;
    }

    /** Likewise. */
    void set(int cell, MixedCell found) {
        mixed[cell] = found;
    }

    @Override
    public boolean alike(int cell, int other) {
        return cells[cell] == cells[other] && (cells[cell] != MIXED || mixed[cell].samePictures(mixed[other]));
    }

    @Override
    public boolean shows(int cell, int picture) {
        return cells[cell] == MIXED ? mixed[cell].weights()[picture] != null : cells[cell] == picture;
    }

    @Override
    public boolean isReadable(int cell, int picture) {
        return cells[cell] == picture || cells[cell] == MIXED && mixed[cell].whole()[picture];
    }

    @Override
    public CellWeights weights(int capacity) {
        return this::weights;
    }

    private void weights(int cell, int count, SamplePlaces[] places, int[][] found) {
        for (int picture = 0; picture < pictures.length; picture++) {
            if (mixed[cell].weights()[picture] != null) {
                for (int i = 0; i < count; i++) {
                    spread(mixed[cell + i].weights()[picture], found[picture], i, count * cellSize());
                }
            }
        }
    }

    /** Writes a cell's weights into its place in a strip. */
    private void spread(short[] weights, int[] into, int place, int pitch) {
        int size = cellSize();
        for (int row = 0; row < size; row++) {
            int at = row * pitch + place * size;
            for (int k = 0; k < size; k++) {
                into[at + k] = weights[row * size + k];
            }
        }
    }

    /** The weight in 256ths of a lens at a canvas pixel; for tests, measures and pages that show the seams. */
    public int weightAt(int lens, int x, int y) {
        int size = cellSize();
        return weightIn(lens, y / size * cellColumns + x / size, y % size * size + x % size);
    }

    /**
     * The weights of a lens in a square of the canvas, as {@link #weightAt} gives them; beyond the canvas's sides as at them.
     *
     * @param side of the square, pixels
     * @param into row after row, written
     */
    void weightsIn(int lens, int left, int top, int side, int[] into) {
        int size = cellSize();
        int width = settings.canvas().width();
        int height = settings.canvas().height();
        for (int v = 0; v < side; v++) {
            int y = Math.min(height - 1, top + v);
            int u = 0;
            while (u < side) {
                int x = Math.min(width - 1, left + u);
                int cell = y / size * cellColumns + x / size;
                // As far as the cell goes; what lies beyond the canvas is the last pixel's.
                int run = x < left + u ? side - u : Math.min(side - u, size - x % size);
                int inside = Math.min(run, width - x);
                for (int k = 0; k < run; k++) {
                    int pixel = y % size * size + x % size + Math.min(k, inside - 1);
                    into[v * side + u + k] = weightIn(lens, cell, pixel);
                }
                u += run;
            }
        }
    }

    private int weightIn(int lens, int cell, int pixel) {
        int first = settings.picture(lens, 0);
        int last = first + settings.levels() - 1;
        if (cells[cell] != MIXED) {
            return cells[cell] >= first && cells[cell] <= last ? 256 : 0;
        }
        int sum = 0;
        for (int picture = first; picture <= last; picture++) {
            sum += mixed[cell].weight(picture, pixel);
        }
        return sum;
    }

    /** Source coordinates of a canvas pixel in a lens, as a render computes them. */
    public void sourceAt(int lens, int x, int y, double[] xy) {
        int size = cellSize();
        grids[lens].at(nodeOf(x / size, y / size), x % size, y % size, xy);
        xy[0] = SamplePlaces.rounded(xy[0]);
        xy[1] = SamplePlaces.rounded(xy[1]);
    }
}
