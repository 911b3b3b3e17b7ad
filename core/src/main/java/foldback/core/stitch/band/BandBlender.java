package foldback.core.stitch.band;

import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.run.Threads;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.Meeting;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.tone.LensLight;
import foldback.core.tone.Toner;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.Sampler;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;

/** Finds what lenses' values lack in the coarse bands. Safe for many threads. */
public final class BandBlender {
    /** Side of the finest band's blocks. */
    private static final double FINEST_RAD = Math.toRadians(0.6);
    /** By band, finest first: how quickly lenses hand over to each other, a power of how far a place is inside of them. */
    private static final double[] POWERS = {6, 2};
    /** Nodes that are turned into code values at a time. */
    private static final int BATCH = 512;
    /** A luma code is the mean of this many, which lie parts of a code apart. */
    private static final int SAMPLES = 4;

    private final StitchSettings settings;
    private final Queue<LensBands[]> free = new ConcurrentLinkedQueue<>();

    private BandBlender(StitchSettings settings) {
        this.settings = settings;
    }

    /** That of a stitch that is blended in bands; none for others. The canvas plays no part. */
    public static Optional<BandBlender> of(StitchSettings settings) {
        boolean wanted = settings.weights() instanceof WeightMap.Bands && settings.meeting() instanceof Meeting.Blended;
        return wanted ? Optional.of(new BandBlender(settings)) : Optional.empty();
    }

    /** What is to be added at a moment, by plan, where it is blended in bands; else nothing. */
    public static List<BandLifts> lifts(
            Optional<BandBlender> blender,
            List<CellPlan> plans,
            List<Frame> pictures,
            List<LensLight> lights,
            Threads threads)
            throws InterruptedException {
        return blender.isPresent()
                ? blender.get().lifts(plans, pictures, lights, threads)
                : Collections.nCopies(plans.size(), BandLifts.NONE);
    }

    /**
     * What is to be added to each lens at a moment.
     *
     * @param plans of the moment, of one canvas or parts of it
     * @param pictures of all levels
     * @param lights of all levels
     */
    private List<BandLifts> lifts(List<CellPlan> plans, List<Frame> pictures, List<LensLight> lights, Threads threads)
            throws InterruptedException {
        LensBands[] bands = free.poll();
        if (bands == null) {
            bands = allocate();
        }
        LensBands[] read = bands;
        threads.share(read.length, () -> lens -> read[lens].read(pictures.get(settings.picture(lens, 0))));
        List<BandLifts> found = new ArrayList<>();
        for (CellPlan plan : plans) {
            found.add(lifts(plan, read, lights, threads));
        }
        free.add(bands);
        return found;
    }

    private LensBands[] allocate() {
        LensBands[] bands = new LensBands[settings.rig().lenses().size()];
        for (int lens = 0; lens < bands.length; lens++) {
            Lens own = settings.rig().lenses().get(lens).lens();
            double pixels = FINEST_RAD * own.focalPx();
            int block = Math.max(2, Integer.highestOneBit((int) Math.round(pixels * Math.sqrt(2))));
            bands[lens] = new LensBands(own.frame(), block, StitchPlan.MARGIN_PX, POWERS.length);
        }
        return bands;
    }

    private BandLifts lifts(CellPlan plan, LensBands[] bands, List<LensLight> lights, Threads threads)
            throws InterruptedException {
        int columns = plan.cellColumns() + 1;
        int rows = plan.cellRows() + 1;
        int[][][] lifts = new int[bands.length][LensBands.PLANES][columns * rows];
        threads.share(rows, () -> new NodeRow(plan, bands, lights, lifts)::find);
        return new BandLifts(lifts, columns);
    }

    /** Finds the lifts of a row of nodes; one instance a thread. */
    private final class NodeRow {
        private final int[][][] lifts;
        private final LensBands[] bands;
        private final CoordinateGrid[] grids;
        private final LensLight[] lights;
        private final int columns;
        private final int lenses;
        /** By lens, how far inside its picture each node is, radians; 0 where it is not. */
        private final double[][] depths;
        /** By lens, band and plane, code values at nodes. */
        private final float[][][][] codes;

        private final Toner toner = new Toner(4 * BATCH);
        private final int[] nodes = new int[BATCH];
        private final int[] luma = new int[4 * BATCH];
        private final int[] blue = new int[BATCH];
        private final int[] red = new int[BATCH];
        private final int[] fields = new int[BATCH];

        NodeRow(CellPlan plan, LensBands[] bands, List<LensLight> all, int[][][] lifts) {
            this.lifts = lifts;
            this.bands = bands;
            lenses = bands.length;
            columns = plan.cellColumns() + 1;
            grids = new CoordinateGrid[lenses];
            lights = new LensLight[lenses];
            for (int lens = 0; lens < lenses; lens++) {
                grids[lens] = plan.grid(settings.picture(lens, 0));
                lights[lens] = all.get(settings.picture(lens, 0));
            }
            depths = new double[lenses][columns];
            codes = new float[lenses][POWERS.length][LensBands.PLANES][columns];
        }

        void find(int row) {
            boolean any = false;
            int[] seen = new int[columns];
            for (int lens = 0; lens < lenses; lens++) {
                LensFrame frame = bands[lens].frame();
                double focal = settings.rig().lenses().get(lens).lens().focalPx();
                for (int column = 0; column < columns; column++) {
                    int node = row * columns + column;
                    double inside = frame.depthInside(grids[lens].x(node), grids[lens].y(node)) - StitchPlan.MARGIN_PX;
                    // Not a number is not inside.
                    depths[lens][column] = inside > 0 ? inside / focal : 0;
                    seen[column] += inside > 0 ? 1 : 0;
                    any |= seen[column] > 1;
                }
            }
            if (!any) {
                return;
            }
            for (int lens = 0; lens < lenses; lens++) {
                read(lens, row, seen);
            }
            for (int column = 0; column < columns; column++) {
                if (seen[column] > 1) {
                    for (int plane = 0; plane < LensBands.PLANES; plane++) {
                        lift(row * columns + column, column, plane);
                    }
                }
            }
        }

        /** Reads a lens's bands where others show the same. */
        private void read(int lens, int row, int[] seen) {
            int column = 0;
            while (column < columns) {
                int count = 0;
                while (column < columns && count < BATCH) {
                    if (seen[column] > 1 && depths[lens][column] > 0) {
                        nodes[count++] = column;
                    }
                    column++;
                }
                for (int band = 0; band < POWERS.length && count > 0; band++) {
                    gather(lens, band, row, count);
                    tone(lights[lens], count);
                    keep(codes[lens][band], count);
                }
            }
        }

        private void gather(int lens, int band, int row, int count) {
            float one = 1 << Sampler.FRACTION_BITS;
            int pitch = 2 * count;
            LensFrame frame = bands[lens].frame();
            for (int i = 0; i < count; i++) {
                int node = row * columns + nodes[i];
                double x = grids[lens].x(node);
                double y = grids[lens].y(node);
                float value = one * bands[lens].at(band, 0, x, y);
                // A quarter of a code from one to the next.
                luma[2 * i] = Math.round(value - 0.375f * one);
                luma[2 * i + 1] = Math.round(value - 0.125f * one);
                luma[pitch + 2 * i] = Math.round(value + 0.125f * one);
                luma[pitch + 2 * i + 1] = Math.round(value + 0.375f * one);
                blue[i] = Math.round(one * bands[lens].at(band, 1, x, y));
                red[i] = Math.round(one * bands[lens].at(band, 2, x, y));
                fields[i] = lights[lens].vignetting().isNone()
                        ? 0
                        : lights[lens].lift(Math.min(1, frame.fieldShare(x, y))) >> LensLight.LEVEL_BITS;
            }
        }

        private void tone(LensLight light, int count) {
            if (!light.plain()) {
                toner.place(light, luma, blue, red, fields, 2 * count, 2);
                toner.look(light, luma, 2 * count, 2);
                toner.chroma(light, blue, red, count);
            } else if (light.unchanged()) {
                int half = 1 << Sampler.FRACTION_BITS - 1;
                shift(luma, half, 4 * count);
                shift(blue, half, count);
                shift(red, half, count);
            } else {
                look(light.lumaTable(), light.margin(), luma, 4 * count);
                look(light.chromaTable(), light.margin(), blue, count);
                look(light.chromaTable(), light.margin(), red, count);
            }
        }

        private void keep(float[][] into, int count) {
            int pitch = 2 * count;
            for (int i = 0; i < count; i++) {
                int sum = luma[2 * i] + luma[2 * i + 1] + luma[pitch + 2 * i] + luma[pitch + 2 * i + 1];
                into[0][nodes[i]] = (float) sum / SAMPLES;
                into[1][nodes[i]] = blue[i];
                into[2][nodes[i]] = red[i];
            }
        }

        /** A lens's bands are replaced by the blend of all lenses': from one band to the next finer one, each with weights of its own. */
        private void lift(int node, int column, int plane) {
            double blend = 0;
            for (int band = 0; band < POWERS.length; band++) {
                double sum = 0;
                double weights = 0;
                for (int lens = 0; lens < lenses; lens++) {
                    double depth = depths[lens][column];
                    if (depth > 0) {
                        double weight = Math.pow(depth, POWERS[band]);
                        double value = codes[lens][band][plane][column];
                        double below = band + 1 < POWERS.length ? codes[lens][band + 1][plane][column] : 0;
                        sum += weight * (value - below);
                        weights += weight;
                    }
                }
                blend += sum / weights;
            }
            for (int lens = 0; lens < lenses; lens++) {
                if (depths[lens][column] > 0) {
                    double lift = blend - codes[lens][0][plane][column];
                    lifts[lens][plane][node] = (int) Math.round(lift * (1 << BandLifts.BITS + LensLight.LEVEL_BITS));
                }
            }
        }
    }

    private static void shift(int[] values, int half, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = values[i] + half >> Sampler.FRACTION_BITS;
        }
    }

    private static void look(short[] table, int margin, int[] values, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = table[values[i] + margin] & 0xffff;
        }
    }
}
