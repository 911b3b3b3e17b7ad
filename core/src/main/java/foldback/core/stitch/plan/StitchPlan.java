package foldback.core.stitch.plan;

import foldback.core.lens.LensFrame;
import foldback.core.run.Threads;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.Canvas;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.LensView;
import foldback.core.warp.SamplePlaces;
import java.util.Arrays;
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

    private final LevelChoice levels;
    private final int[] cells;
    private final MixedCell[] mixed;
    private final int cellColumns;
    private final int cellRows;

    /** The same with cells of its own that are compiled anew. */
    private StitchPlan(StitchPlan other) {
        settings = other.settings;
        grids = other.grids;
        pictures = other.pictures;
        levels = other.levels;
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
        levels = new LevelChoice(settings);
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
        IntStream.range(0, plan.cellRows).parallel().forEach(row -> new CellRow(plan, weigher, sides).compile(row));
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
            CellRow compiler = new CellRow(other, weigher, moved);
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

    /** Compiles one row of cells; one instance a task. */
    private static final class CellRow {
        private final StitchPlan plan;
        private final Weigher weigher;
        private final SeamSides seams;
        private final int lenses;
        private final LensFrame[] frames;
        /** The lenses that may show a part of the cell, and how many they are. */
        private final int[] active;

        private int count;
        private final double[] cornerSides;
        private final double[] sides;
        private final double[] depth;
        private final double[] raw;
        private final double[] stated;
        private final double[] ray = new double[3];
        private final double[] rigFromCanvas;
        private final int[] weights;
        private final double[] xy = new double[2];
        private final boolean[] known;
        private final boolean[] whole;
        /** Where a lens is so far inside its picture that its rim plays no part. */
        private final boolean[] deep;

        CellRow(StitchPlan plan, Weigher weigher, SeamSides seams) {
            this.plan = plan;
            this.weigher = weigher;
            this.seams = seams;
            this.lenses = plan.grids.length;
            frames = plan.settings.rig().lenses().stream()
                    .map(lens -> lens.lens().frame())
                    .toArray(LensFrame[]::new);
            active = new int[lenses];
            cornerSides = new double[4 * lenses * lenses];
            sides = new double[lenses * lenses];
            depth = new double[lenses];
            raw = new double[lenses];
            stated = new double[lenses];
            rigFromCanvas = plan.settings.rigFromCanvas().matrix();
            weights = new int[lenses];
            known = new boolean[lenses];
            whole = new boolean[lenses];
            deep = new boolean[lenses];
        }

        void compile(int row) {
            for (int column = 0; column < plan.cellColumns; column++) {
                compile(column, row);
            }
        }

        void compile(int column, int row) {
            int node = plan.nodeOf(column, row);
            int cell = row * plan.cellColumns + column;
            look(node);
            leaveOutLosers(node);
            if (count == 0) {
                plan.cells[cell] = EMPTY;
            } else {
                boolean lone = count == 1 && whole[active[0]] && weigher.showsLoneLenses();
                plan.cells[cell] = lone ? picture(active[0], node) : mix(cell, node);
            }
        }

        /** The one of a lens's pictures that the cell shows. */
        private int picture(int lens, int node) {
            return plan.settings.picture(lens, plan.levels.of(lens, plan.grids[lens], node));
        }

        /** Finds which lenses reach the cell, and which cover it whole. */
        private void look(int node) {
            for (int lens = 0; lens < lenses; lens++) {
                CoordinateGrid grid = plan.grids[lens];
                whole[lens] = false;
                deep[lens] = false;
                known[lens] = grid.known(node);
                if (!known[lens]) {
                    continue;
                }
                LensFrame frame = frames[lens];
                double least = Double.POSITIVE_INFINITY;
                double most = Double.NEGATIVE_INFINITY;
                double span = 0;
                for (int corner = 0; corner < 4; corner++) {
                    int at = node + (corner & 1) + (corner >> 1) * grid.columns();
                    double inside = frame.depthInside(grid.x(at), grid.y(at)) - MARGIN_PX;
                    least = Math.min(least, inside);
                    most = Math.max(most, inside);
                    span = Math.max(span, Math.abs(grid.x(at) - grid.x(node)) + Math.abs(grid.y(at) - grid.y(node)));
                }
                // Depth changes by at most a pixel a pixel, so a cell can reach at most half its span beyond its
                // corners.
                known[lens] = most > -span && grid.rowsSpanned(node) < SamplePlaces.mostRows(frame.width());
                whole[lens] = least > span;
                deep[lens] = least > span + weigher.rimFadePx(lens);
            }
        }

        /** A lens counts nothing where another one covers the whole cell and the seam between them is far enough off. */
        private void leaveOutLosers(int node) {
            CoordinateGrid first = plan.grids[0];
            double slack = plan.canvas().middleRadiansPerPixel() * first.cell() * 2;
            count = 0;
            for (int i = 0; i < lenses; i++) {
                boolean loses = !known[i];
                for (int j = 0; !loses && j < lenses; j++) {
                    if (j != i && whole[j]) {
                        double needed = weigher.rampBetween(i, j) / 2 + slack;
                        loses = true;
                        for (int corner = 0; loses && corner < 4; corner++) {
                            int at = node + (corner & 1) + (corner >> 1) * first.columns();
                            loses = seams.side(j, i, at) > needed;
                        }
                    }
                }
                if (!loses) {
                    active[count++] = i;
                }
            }
        }

        private int mix(int cell, int node) {
            Arrays.fill(depth, 0);
            findSides(node);
            if (count == 2 && deep[active[0]] && deep[active[1]] && weigher.weighsPairs()) {
                return mixPair(cell, node, active[0], active[1]);
            }
            int size = plan.cellSize();
            short[][] perLens = new short[lenses][];
            int[] used = new int[lenses];
            int holes = 0;
            for (int k = 0; k < size * size; k++) {
                int u = k % size;
                int v = k / size;
                for (int a = 0; a < count; a++) {
                    int lens = active[a];
                    depth[lens] = Double.MAX_VALUE;
                    if (!deep[lens]) {
                        plan.grids[lens].at(node, u, v, xy);
                        depth[lens] = frames[lens].depthInside(xy[0], xy[1]) - MARGIN_PX;
                    }
                }
                placeSides((double) u / size, (double) v / size);
                if (weigher.onSphere().isPresent()) {
                    state(weigher.onSphere().get(), node, u, v);
                    weigher.weighStated(active, count, stated, depth, raw, weights);
                } else {
                    weigher.weigh(active, count, sides, depth, raw, weights);
                }
                int sum = 0;
                for (int a = 0; a < count; a++) {
                    int lens = active[a];
                    sum += weights[lens];
                    if (weights[lens] > 0) {
                        used[lens] += weights[lens] == 256 ? 1 : 0;
                        if (perLens[lens] == null) {
                            perLens[lens] = new short[size * size];
                        }
                        perLens[lens][k] = (short) weights[lens];
                    }
                }
                holes += sum == 0 ? 1 : 0;
            }
            if (holes == size * size) {
                return EMPTY;
            }
            for (int lens = 0; lens < lenses; lens++) {
                if (used[lens] == size * size && whole[lens]) {
                    return picture(lens, node);
                }
            }
            short[][] perPicture = new short[plan.pictures.length][];
            boolean[] readable = new boolean[plan.pictures.length];
            for (int a = 0; a < count; a++) {
                int picture = picture(active[a], node);
                perPicture[picture] = perLens[active[a]];
                readable[picture] = whole[active[a]];
            }
            plan.mixed[cell] = new MixedCell(perPicture, readable);
            return MIXED;
        }

        /** As {@link #mix}, for a cell that lies so far inside two lenses' pictures that all of it hangs on the seam between them. */
        private int mixPair(int cell, int node, int first, int second) {
            int size = plan.cellSize();
            short[] ones = new short[size * size];
            short[] others = new short[size * size];
            int at = 4 * (first * lenses + second);
            int most = 0;
            int least = 256;
            for (int v = 0; v < size; v++) {
                for (int u = 0; u < size; u++) {
                    double side = sideAt(at, (double) u / size, (double) v / size);
                    int weight = weigher.weighPair(first, second, side);
                    ones[v * size + u] = (short) weight;
                    others[v * size + u] = (short) (256 - weight);
                    most = Math.max(most, weight);
                    least = Math.min(least, weight);
                }
            }
            if (least == 256 || most == 0) {
                return picture(least == 256 ? first : second, node);
            }
            short[][] perPicture = new short[plan.pictures.length][];
            boolean[] readable = new boolean[plan.pictures.length];
            perPicture[picture(first, node)] = ones;
            perPicture[picture(second, node)] = others;
            readable[picture(first, node)] = true;
            readable[picture(second, node)] = true;
            plan.mixed[cell] = new MixedCell(perPicture, readable);
            return MIXED;
        }

        /** Finds what is stated for a pixel. */
        private void state(WeightMap.OnSphere map, int node, int u, int v) {
            int columns = plan.cellColumns + 1;
            int size = plan.cellSize();
            Canvas canvas = plan.canvas();
            double x = node % columns * size + u + 0.5;
            double y = node / columns * size + v + 0.5;
            canvas.projection().ray(x, y, canvas.width(), canvas.height(), ray);
            double[] m = rigFromCanvas;
            double rayX = ray[0];
            double rayY = ray[1];
            double rayZ = ray[2];
            for (int k = 0; k < 3; k++) {
                ray[k] = m[3 * k] * rayX + m[3 * k + 1] * rayY + m[3 * k + 2] * rayZ;
            }
            map.at(ray, stated);
        }

        /** The distances to the seams of the active lenses at the four corners of a cell. */
        private void findSides(int node) {
            for (int a = 0; a < count; a++) {
                for (int b = a + 1; b < count; b++) {
                    for (int corner = 0; corner < 4; corner++) {
                        int at = node + (corner & 1) + (corner >> 1) * plan.grids[0].columns();
                        cornerSides[(active[a] * lenses + active[b]) * 4 + corner] =
                                seams.side(active[a], active[b], at);
                    }
                }
            }
        }

        /** Between the corners of a cell. */
        private double sideAt(int at, double u, double v) {
            double above = cornerSides[at] + (cornerSides[at + 1] - cornerSides[at]) * u;
            double below = cornerSides[at + 2] + (cornerSides[at + 3] - cornerSides[at + 2]) * u;
            return above + (below - above) * v;
        }

        private void placeSides(double u, double v) {
            for (int a = 0; a < count; a++) {
                for (int b = a + 1; b < count; b++) {
                    int pair = active[a] * lenses + active[b];
                    sides[pair] = sideAt(4 * pair, u, v);
                    sides[active[b] * lenses + active[a]] = -sides[pair];
                }
            }
        }
    }
}
