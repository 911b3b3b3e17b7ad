package foldback.core.stitch.plan;

import foldback.core.lens.LensFrame;
import foldback.core.matte.MatteMap;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.Canvas;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.SamplePlaces;
import java.util.Arrays;
import java.util.List;

/** Compiles cells of a plan: which lenses show them, and what each counts. One instance a thread. */
final class CellCompiler {
    private final StitchPlan plan;
    private final StitchSettings settings;
    /** Of the lenses' own pictures. */
    private final CoordinateGrid[] grids;

    private final LevelChoice choice;
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
    /** By lens, what is painted in its picture; empty where nothing is. */
    private final List<MatteMap> mattes;

    private final PaintedWeigher paintedWeigher;
    private final double[] painted;
    /** Whether anything is painted in the cell. */
    private boolean isPainted;

    CellCompiler(StitchPlan plan, Weigher weigher, SeamSides seams) {
        this.plan = plan;
        this.weigher = weigher;
        this.seams = seams;
        settings = plan.settings();
        grids = plan.ownGrids();
        choice = new LevelChoice(settings);
        this.lenses = grids.length;
        frames = settings.rig().lenses().stream()
                .map(lens -> lens.lens().frame())
                .toArray(LensFrame[]::new);
        active = new int[lenses];
        cornerSides = new double[4 * lenses * lenses];
        sides = new double[lenses * lenses];
        depth = new double[lenses];
        raw = new double[lenses];
        stated = new double[lenses];
        rigFromCanvas = settings.rigFromCanvas().matrix();
        weights = new int[lenses];
        known = new boolean[lenses];
        whole = new boolean[lenses];
        deep = new boolean[lenses];
        mattes = weigher.isPainted() ? plan.mattes() : List.of();
        paintedWeigher = new PaintedWeigher(weigher, lenses);
        painted = new double[lenses];
    }

    void compile(int row) {
        for (int column = 0; column < plan.cellColumns(); column++) {
            compile(column, row);
        }
    }

    void compile(int column, int row) {
        int node = plan.nodeOf(column, row);
        int cell = row * plan.cellColumns() + column;
        look(node);
        leaveOutLosers(node);
        if (count == 0) {
            plan.set(cell, CellPlan.EMPTY);
        } else {
            boolean lone = count == 1 && whole[active[0]] && weigher.showsLoneLenses();
            plan.set(cell, lone ? picture(active[0], node) : mix(cell, node));
        }
    }

    /** The one of a lens's pictures that the cell shows. */
    private int picture(int lens, int node) {
        return settings.picture(lens, choice.of(lens, grids[lens], node));
    }

    /** Finds which lenses reach the cell, and which cover it whole. */
    private void look(int node) {
        isPainted = false;
        for (int lens = 0; lens < lenses; lens++) {
            CoordinateGrid grid = grids[lens];
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
                double inside = frame.depthInside(grid.x(at), grid.y(at)) - StitchPlan.MARGIN_PX;
                least = Math.min(least, inside);
                most = Math.max(most, inside);
                span = Math.max(span, Math.abs(grid.x(at) - grid.x(node)) + Math.abs(grid.y(at) - grid.y(node)));
            }
            // Depth changes by at most a pixel a pixel, so a cell can reach at most half its span beyond its
            // corners.
            known[lens] = most > -span && grid.rowsSpanned(node) < SamplePlaces.mostRows(frame.width());
            whole[lens] = least > span;
            deep[lens] = least > span + weigher.rimFadePx(lens);
            isPainted |= known[lens] && !mattes.isEmpty() && isPainted(mattes.get(lens), grid, node);
        }
    }

    private static boolean isPainted(MatteMap matte, CoordinateGrid grid, int node) {
        if (matte.isNone()) {
            return false;
        }
        int below = node + grid.columns();
        double left = Math.min(Math.min(grid.x(node), grid.x(node + 1)), Math.min(grid.x(below), grid.x(below + 1)));
        double right = Math.max(Math.max(grid.x(node), grid.x(node + 1)), Math.max(grid.x(below), grid.x(below + 1)));
        double top = Math.min(Math.min(grid.y(node), grid.y(node + 1)), Math.min(grid.y(below), grid.y(below + 1)));
        double bottom = Math.max(Math.max(grid.y(node), grid.y(node + 1)), Math.max(grid.y(below), grid.y(below + 1)));
        return matte.touches(left, top, right, bottom);
    }

    /** A lens counts nothing where another one covers the whole cell and the seam between them is far enough off. */
    private void leaveOutLosers(int node) {
        CoordinateGrid first = grids[0];
        double slack = plan.canvas().middleRadiansPerPixel() * first.cell() * 2;
        count = 0;
        for (int i = 0; i < lenses; i++) {
            boolean loses = !known[i];
            // A lens that is painted in may be called for wherever it shows anything.
            for (int j = 0; !loses && !isPainted && j < lenses; j++) {
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
        if (count == 2 && !isPainted && deep[active[0]] && deep[active[1]] && weigher.weighsPairs()) {
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
                if (!deep[lens] || isPainted) {
                    grids[lens].at(node, u, v, xy);
                    depth[lens] = frames[lens].depthInside(xy[0], xy[1]) - StitchPlan.MARGIN_PX;
                    painted[lens] = isPainted ? mattes.get(lens).at(xy[0], xy[1]) : 0;
                }
            }
            weigh(node, u, v);
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
            return CellPlan.EMPTY;
        }
        for (int lens = 0; lens < lenses; lens++) {
            if (used[lens] == size * size && whole[lens]) {
                return picture(lens, node);
            }
        }
        short[][] perPicture = new short[plan.pictureCount()][];
        boolean[] readable = new boolean[plan.pictureCount()];
        for (int a = 0; a < count; a++) {
            int picture = picture(active[a], node);
            perPicture[picture] = perLens[active[a]];
            readable[picture] = whole[active[a]];
        }
        plan.set(cell, new MixedCell(perPicture, readable));
        return CellPlan.MIXED;
    }

    /** Finds what the active lenses count at a pixel; how far it is inside of them is known. */
    private void weigh(int node, int u, int v) {
        int size = plan.cellSize();
        placeSides((double) u / size, (double) v / size);
        boolean isStated = weigher.onSphere().isPresent();
        if (isStated) {
            state(weigher.onSphere().get(), node, u, v);
        }
        if (isPainted) {
            paintedWeigher.weigh(active, count, isStated ? stated : sides, depth, painted, weights);
        } else if (isStated) {
            weigher.weighStated(active, count, stated, depth, raw, weights);
        } else {
            weigher.weigh(active, count, sides, depth, raw, weights);
        }
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
        short[][] perPicture = new short[plan.pictureCount()][];
        boolean[] readable = new boolean[plan.pictureCount()];
        perPicture[picture(first, node)] = ones;
        perPicture[picture(second, node)] = others;
        readable[picture(first, node)] = true;
        readable[picture(second, node)] = true;
        plan.set(cell, new MixedCell(perPicture, readable));
        return CellPlan.MIXED;
    }

    /** Finds what is stated for a pixel. */
    private void state(WeightMap.OnSphere map, int node, int u, int v) {
        int columns = plan.cellColumns() + 1;
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
                    int at = node + (corner & 1) + (corner >> 1) * grids[0].columns();
                    cornerSides[(active[a] * lenses + active[b]) * 4 + corner] = seams.side(active[a], active[b], at);
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
