package foldback.core.stitch.plan;

import foldback.core.rig.Rig;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.SamplePlaces;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.stream.IntStream;

/** The geometry of one moment of a rig that turns; see {@link MovingPlan}. */
final class MomentPlan implements CellPlan {
    /** How far a cell's pixels may look beyond what its corners span, pixels: cells are small enough to be nearly straight. */
    private static final int BOW_PX = 1;

    private static final int INSIDE_PX = BOW_PX + (int) StitchPlan.MARGIN_PX;
    /** Cells that are looked at together at first. */
    private static final int TOGETHER = 8;

    private static final int RECIPROCAL_BITS = 12;
    /** Of sums of weights: 256 in place of each. */
    private static final int[] RECIPROCALS = reciprocals();

    private final StitchSettings settings;
    private final Optional<CanvasPart> part;
    /** By picture. */
    private final List<LensWeights> weights;
    /** By picture. */
    private final List<CoordinateGrid> grids;
    /** Number of a lens's own picture to the next lens's. */
    private final int levels;

    private final LevelChoice choice;
    private final int columns;
    /** By lens, how many rows of its picture a cell may span. */
    private final int[] mostRows;

    private final int[] cells;
    /** Bits of the pictures that show a mixed cell. */
    private final long[] shown;
    /** Bits of the pictures that a mixed cell lies inside of. */
    private final long[] readable;

    /** @param part outside of which cells are left to somebody else; empty for none */
    MomentPlan(
            StitchSettings settings, List<LensWeights> weights, List<CoordinateGrid> grids, Optional<CanvasPart> part) {
        this.part = part;
        this.settings = settings;
        this.weights = weights;
        this.grids = grids;
        levels = settings.levels();
        choice = new LevelChoice(settings);
        columns = cellColumns();
        mostRows = IntStream.range(0, grids.size())
                .map(picture -> SamplePlaces.mostRows(settings.frame(picture).width()))
                .toArray();
        int count = columns * cellRows();
        cells = new int[count];
        shown = new long[count];
        readable = new long[count];
    }

    private static int[] reciprocals() {
        int[] table = new int[256 * Rig.MAX_LENSES + 1];
        for (int sum = 1; sum < table.length; sum++) {
            table[sum] = (256 << RECIPROCAL_BITS) / sum;
        }
        return table;
    }

    /** What finds which lenses show the cells of a row, to be called once a row before the plan is used; one a thread. */
    IntConsumer sorter() {
        int[] bounds = new int[4];
        int together = part.isPresent() ? 1 : TOGETHER;
        return row -> {
            for (int column = 0; column < columns; column += together) {
                if (part.isPresent() && !part.get().holds(column, row, cellSize())) {
                    cells[row * columns + column] = SKIPPED;
                    continue;
                }
                int count = Math.min(together, columns - column);
                int lens = alone(row * columns + column + row, count, bounds);
                for (int cell = row * columns + column; cell < row * columns + column + count; cell++) {
                    cells[cell] = lens == EMPTY ? EMPTY : coarser(lens, cell + row);
                    if (lens == EMPTY) {
                        sort(cell, cell + row, bounds);
                    }
                }
            }
        };
    }

    /** The picture for a cell, of a lens's own picture. */
    private int coarser(int own, int node) {
        return levels == 1 ? own : own + choice.of(own / levels, grids.get(own), node);
    }

    /** The own picture of the lens that alone shows some cells in a row, as most are; else {@link #EMPTY}. */
    private int alone(int node, int count, int[] bounds) {
        for (int lens = 0; lens < grids.size(); lens += levels) {
            if (grids.get(lens).bounds(node, count, bounds)
                    && bounds[3] - bounds[1] < mostRows[lens]
                    && share(lens, bounds) == LensWeights.Share.ALONE) {
                return lens;
            }
        }
        return EMPTY;
    }

    private LensWeights.Share share(int lens, int[] bounds) {
        return weights.get(lens).in(bounds[0] - BOW_PX, bounds[1] - BOW_PX, bounds[2] + BOW_PX, bounds[3] + BOW_PX);
    }

    private void sort(int cell, int node, int[] bounds) {
        for (int lens = 0; lens < grids.size() && cells[cell] < 0; lens += levels) {
            if (grids.get(lens).bounds(node, 1, bounds) && bounds[3] - bounds[1] < mostRows[lens]) {
                sortLens(cell, node, lens, bounds);
            }
        }
    }

    private void sortLens(int cell, int node, int lens, int[] bounds) {
        switch (share(lens, bounds)) {
            case ALONE -> cells[cell] = coarser(lens, node);
            case SOME, IN_RESERVE -> {
                cells[cell] = MIXED;
                int picture = coarser(lens, node);
                shown[cell] |= 1L << picture;
                LensWeights map = weights.get(lens);
                boolean inside = bounds[0] >= INSIDE_PX
                        && bounds[1] >= INSIDE_PX
                        && bounds[2] < map.width() - INSIDE_PX
                        && bounds[3] < map.height() - INSIDE_PX;
                readable[cell] |= inside ? 1L << picture : 0;
            }
            case NONE -> {
                // It plays no part here.
            }
        }
    }

    @Override
    public StitchSettings settings() {
        return settings;
    }

    @Override
    public CoordinateGrid grid(int picture) {
        return grids.get(picture);
    }

    @Override
    public int pictureOf(int cell) {
        return cells[cell];
    }

    @Override
    public boolean shows(int cell, int picture) {
        return cells[cell] == MIXED ? (shown[cell] & 1L << picture) != 0 : cells[cell] == picture;
    }

    @Override
    public boolean isReadable(int cell, int picture) {
        return cells[cell] == picture || (readable[cell] & 1L << picture) != 0;
    }

    @Override
    public boolean alike(int cell, int other) {
        return cells[cell] == cells[other] && (cells[cell] != MIXED || shown[cell] == shown[other]);
    }

    @Override
    public CellWeights weights(int capacity) {
        return new MomentWeights(capacity);
    }

    /** Looks weights up where each lens looks. Lenses look a little past each other, so that sums must be put right. */
    private final class MomentWeights implements CellWeights {
        private final int[] sums;

        MomentWeights(int capacity) {
            sums = new int[capacity];
        }

        @Override
        public void find(int cell, int count, SamplePlaces[] places, int[][] found) {
            int pixels = count * cellSize() * cellSize();
            Arrays.fill(sums, 0, pixels, 0);
            int last = -1;
            for (int picture = 0; picture < grids.size(); picture++) {
                if (shows(cell, picture)) {
                    weights.get(picture).at(places[picture], found[picture]);
                    add(found[picture], sums, pixels);
                    last = picture;
                }
            }
            callReserves(cell, found, pixels);
            rest(found[last], pixels);
            for (int picture = 0; picture < last; picture++) {
                if (shows(cell, picture)) {
                    norm(found[picture], sums, found[last], pixels);
                }
            }
        }

        /** Where lenses look past each other so far that all leave a place, the first one that shows it does. */
        private void callReserves(int cell, int[][] found, int count) {
            for (int i = 0; i < count; i++) {
                for (int picture = 0; sums[i] == 0 && picture < grids.size(); picture++) {
                    if (shows(cell, picture) && found[picture][i] > 0) {
                        found[picture][i] = 1 + LensWeights.WHOLE;
                        sums[i] = LensWeights.WHOLE;
                    }
                }
            }
        }

        /** The last one has what the others leave; nothing where none counts. */
        private void rest(int[] last, int count) {
            for (int i = 0; i < count; i++) {
                last[i] = sums[i] > 0 ? 256 : 0;
            }
        }
    }

    private static void add(int[] held, int[] sums, int count) {
        for (int i = 0; i < count; i++) {
            sums[i] += weight(held[i]);
        }
    }

    /** Makes 256ths of what is held, and takes them from the rest. */
    private static void norm(int[] held, int[] sums, int[] rest, int count) {
        for (int i = 0; i < count; i++) {
            held[i] = weight(held[i]) * RECIPROCALS[sums[i]] >> RECIPROCAL_BITS;
            rest[i] -= held[i];
        }
    }

    /** One less than what is held, 0 at least. */
    private static int weight(int held) {
        return held - 1 + (held - 1 >>> 31);
    }
}
