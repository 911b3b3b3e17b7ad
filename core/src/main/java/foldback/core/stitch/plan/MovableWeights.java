package foldback.core.stitch.plan;

import foldback.core.run.Threads;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import foldback.core.warp.Canvas;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * What lenses count where seams lie elsewhere at each moment: what stays is found once, and of a moment only what differs from usual.
 * Safe for many threads.
 */
public final class MovableWeights {
    private final List<OfLens> lenses;
    /** By lens, what was found last: guards that stay ask for the same again and again, and of seams that move most stays from picture to picture. */
    private final AtomicReferenceArray<Found> last;

    /**
     * What was found.
     *
     * @param byNode by strip, what each node of the plan is moved by
     * @param plan compiled with them
     */
    private record Found(
            List<float[]> moves, LensWeights usual, LensWeights weights, float[][] byNode, StitchPlan plan) {}

    private MovableWeights(List<OfLens> lenses) {
        this.lenses = lenses;
        last = new AtomicReferenceArray<>(lenses.size());
    }

    /**
     * Finds what stays.
     *
     * @param settings their canvas and rotation play no part
     * @param strips of seams that may be moved
     */
    public static MovableWeights of(StitchSettings settings, List<SeamStrip> strips, Threads threads)
            throws InterruptedException {
        OfLens[] found = new OfLens[settings.rig().lenses().size()];
        threads.share(found.length, () -> lens -> found[lens] = OfLens.of(settings, lens, strips));
        return new MovableWeights(List.of(found));
    }

    /**
     * The weights of a lens with seams that are moved.
     *
     * @param usual where they are not
     * @param moves as {@link SeamMoves#at} gives them for the strips
     * @return the usual ones themselves where nothing of the lens differs
     */
    LensWeights of(int lens, LensWeights usual, List<float[]> moves, Threads threads) throws InterruptedException {
        Found before = last.get(lens);
        if (before != null && before.moves == moves && before.usual == usual) {
            return before.weights;
        }
        OfLens own = lenses.get(lens);
        Found from = before != null && before.usual == usual ? before : own.unmoved(usual);
        Found found = own.with(from, moves, threads);
        last.set(lens, found);
        return found.weights;
    }

    /**
     * Of a lens.
     *
     * @param columns by strip, the column of each node of the plan, not a number where the strip does not reach
     * @param slack how far beside a node its cells reach, radians
     */
    private record OfLens(
            int lens,
            StitchPlan plan,
            Weigher weigher,
            SeamSides sides,
            List<SeamStrip> strips,
            float[][] columns,
            double slack) {

        static OfLens of(StitchSettings settings, int lens, List<SeamStrip> strips) {
            StitchPlan plan = LensWeights.planOf(settings, lens);
            Weigher weigher = StitchPlan.weigher(settings);
            float[][] columns = new float[strips.size()][];
            for (int n = 0; n < columns.length; n++) {
                columns[n] = columnsOf(plan, strips.get(n));
            }
            double slack = 2 * plan.cellSize() * plan.canvas().middleRadiansPerPixel();
            return new OfLens(lens, plan, weigher, plan.sides(weigher), strips, columns, slack);
        }

        private static float[] columnsOf(StitchPlan plan, SeamStrip strip) {
            Canvas canvas = plan.canvas();
            int nodes = plan.cellColumns() + 1;
            float[] columns = new float[nodes * (plan.cellRows() + 1)];
            Arrays.fill(columns, Float.NaN);
            double[] ray = new double[3];
            double most = strip.across(strip.rows());
            for (int node = 0; node < columns.length; node++) {
                double x = node % nodes * plan.cellSize();
                double y = node / nodes * plan.cellSize();
                canvas.projection().ray(x, y, canvas.width(), canvas.height(), ray);
                if (!Double.isNaN(ray[0])) {
                    Direction seen = new Direction(ray[0], ray[1], ray[2]);
                    if (Math.abs(strip.acrossOf(seen)) <= most) {
                        columns[node] = (float) strip.columnOf(seen);
                    }
                }
            }
            return columns;
        }

        Found unmoved(LensWeights usual) {
            float[][] none = new float[columns.length][];
            for (int n = 0; n < none.length; n++) {
                none[n] = new float[columns[n].length];
            }
            return new Found(List.of(), usual, usual, none, plan);
        }

        /** What differs from what was found before is found anew. */
        Found with(Found before, List<float[]> moves, Threads threads) throws InterruptedException {
            BitSet changed = new BitSet();
            SeamSides moved = sides;
            float[][] all = new float[columns.length][];
            for (int n = 0; n < columns.length; n++) {
                SeamStrip strip = strips.get(n);
                float[] byNode = new float[columns[n].length];
                all[n] = byNode;
                boolean any = false;
                double reach = weigher.rampBetween(strip.first(), strip.second()) / 2 + slack;
                for (int node = 0; node < byNode.length; node++) {
                    byNode[node] = moveAt(strip, moves.get(n), columns[n][node]);
                    any |= byNode[node] != 0;
                    float then = before.byNode[n][node];
                    if (byNode[node] != then
                            && differs(sides.side(strip.first(), strip.second(), node), then, byNode[node], reach)) {
                        markCells(node, changed);
                    }
                }
                if (any) {
                    moved = moved.moved(strip.first(), strip.second(), byNode);
                }
            }
            if (changed.isEmpty()) {
                return new Found(moves, before.usual, before.weights, before.byNode, before.plan);
            }
            int[] cells = changed.stream().toArray();
            StitchPlan compiled = before.plan.with(moved, weigher, cells, threads);
            LensWeights weights = before.weights.with(compiled, lens, cells, threads);
            return new Found(moves, before.usual, weights, all, compiled);
        }

        /** Whether a lens counts otherwise about a node: not where the same one counts alone beside both places of the seam. */
        private static boolean differs(float side, float then, float move, double reach) {
            return Math.min(side - then, side - move) < reach && Math.max(side - then, side - move) > -reach;
        }

        /** A move between columns; 0 where the strip does not reach. */
        private static float moveAt(SeamStrip strip, float[] move, float column) {
            if (Float.isNaN(column) || !strip.isRing() && (column < 0 || column > move.length - 1)) {
                return 0;
            }
            int before = (int) Math.floor(column);
            float share = column - before;
            float first = move[Math.floorMod(before, move.length)];
            return first + share * (move[Math.floorMod(before + 1, move.length)] - first);
        }

        /** The cells that a node is a corner of. */
        private void markCells(int node, BitSet cells) {
            int column = node % (plan.cellColumns() + 1);
            int row = node / (plan.cellColumns() + 1);
            for (int y = Math.max(0, row - 1); y <= Math.min(plan.cellRows() - 1, row); y++) {
                for (int x = Math.max(0, column - 1); x <= Math.min(plan.cellColumns() - 1, column); x++) {
                    cells.set(y * plan.cellColumns() + x);
                }
            }
        }
    }
}
