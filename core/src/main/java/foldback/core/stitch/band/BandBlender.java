package foldback.core.stitch.band;

import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.matte.MatteMap;
import foldback.core.picture.Frame;
import foldback.core.rig.RigLens;
import foldback.core.run.Threads;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.stitch.plan.OutsidePart;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.stitch.weight.Meeting;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.tone.LensLight;
import foldback.core.tone.Toner;
import foldback.core.warp.CoordinateGrid;
import foldback.core.warp.LensView;
import foldback.core.warp.Sampler;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.stream.IntStream;

/** Finds what lenses' values lack in the coarse bands. Safe for many threads. */
public final class BandBlender {
    /** Side of the finest band's blocks. */
    private static final double FINEST_RAD = Math.toRadians(0.6);
    /** By band, finest first: how quickly lenses hand over to each other, a power of how far a place is inside of them. */
    private static final double[] POWERS = {6, 2};
    /** Blocks so far beside an overlap are smoothed into it. */
    private static final double AROUND_RAD = Math.toRadians(6);
    /** Nodes that are turned into code values at a time. */
    private static final int BATCH = 512;
    /** A luma code is the mean of this many, which lie parts of a code apart. */
    private static final int SAMPLES = 4;

    private final StitchSettings settings;
    private final List<MatteMap> mattes;
    private final Queue<LensBands[]> free = new ConcurrentLinkedQueue<>();
    /** Of the plan that came last: that of a rig that stands comes again and again. */
    private volatile NodeShares last;

    private BandBlender(StitchSettings settings) {
        this.settings = settings;
        mattes = MatteMap.of(settings.mattes(), settings.rig());
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
            bands[lens] = new LensBands(own.frame(), block, StitchPlan.MARGIN_PX, POWERS.length, shared(lens));
        }
        return bands;
    }

    /** Places of a lens's picture that another lens sees, or that lie so near them that smoothing brings them in. */
    private LensBands.Places shared(int lens) {
        RigLens own = settings.rig().lenses().get(lens);
        List<LensView> others = IntStream.range(0, settings.rig().lenses().size())
                .filter(other -> other != lens)
                .mapToObj(other ->
                        new LensView(settings.rig().lenses().get(other), Rotation.IDENTITY, settings.meetingMetres()))
                .toList();
        return (x, y) -> {
            Direction seen;
            try {
                seen = own.rigFromLens().apply(own.lens().unproject(x, y));
            } catch (IllegalArgumentException beyond) {
                return false;
            }
            return others.stream().anyMatch(other -> {
                double[] at = other.project(seen);
                return other.lens().frame().depthInside(at[0], at[1])
                        > -AROUND_RAD * other.lens().focalPx();
            });
        };
    }

    private BandLifts lifts(CellPlan plan, LensBands[] bands, List<LensLight> lights, Threads threads)
            throws InterruptedException {
        NodeShares known = last;
        NodeShares shares = known != null && known.isOf(plan) ? known : NodeShares.of(plan, POWERS, mattes, threads);
        if (plan instanceof StitchPlan || plan instanceof OutsidePart) {
            last = shares;
        }
        int columns = plan.cellColumns() + 1;
        int rows = plan.cellRows() + 1;
        int[][][] lifts = new int[bands.length][LensBands.PLANES][columns * rows];
        threads.share(rows, () -> new NodeRow(plan, shares, bands, lights, lifts)::find);
        return new BandLifts(lifts, columns);
    }

    /** Finds the lifts of a row of nodes; one instance a thread. */
    private final class NodeRow {
        private final int[][][] lifts;
        private final NodeShares shares;
        private final LensBands[] bands;
        private final CoordinateGrid[] grids;
        private final LensLight[] lights;
        private final int columns;
        private final int lenses;
        /** By lens, band and plane, code values at shared nodes of the row. */
        private final float[][][][] codes;

        private final Toner toner = new Toner(4 * BATCH);
        private final int[] luma = new int[4 * BATCH];
        private final int[] blue = new int[BATCH];
        private final int[] red = new int[BATCH];
        private final int[] fields = new int[BATCH];
        private final float[] read = new float[LensBands.PLANES];
        private final float[] blend;

        NodeRow(CellPlan plan, NodeShares shares, LensBands[] bands, List<LensLight> all, int[][][] lifts) {
            this.lifts = lifts;
            this.shares = shares;
            this.bands = bands;
            lenses = bands.length;
            columns = plan.cellColumns() + 1;
            grids = new CoordinateGrid[lenses];
            lights = new LensLight[lenses];
            for (int lens = 0; lens < lenses; lens++) {
                grids[lens] = plan.grid(settings.picture(lens, 0));
                lights[lens] = all.get(settings.picture(lens, 0));
            }
            blend = new float[columns];
            codes = new float[lenses][POWERS.length][LensBands.PLANES][columns];
        }

        void find(int row) {
            int[] nodes = shares.columns(row);
            if (nodes.length == 0) {
                return;
            }
            for (int lens = 0; lens < lenses; lens++) {
                for (int from = 0; from < nodes.length; from += BATCH) {
                    read(lens, row, nodes, from, Math.min(BATCH, nodes.length - from));
                }
            }
            for (int plane = 0; plane < LensBands.PLANES; plane++) {
                blend(row, plane, nodes.length);
                for (int lens = 0; lens < lenses; lens++) {
                    lift(lens, row * columns, nodes, plane);
                }
            }
        }

        /** Reads a lens's bands where others show the same; where it shows nothing itself, what it reads is not used. */
        private void read(int lens, int row, int[] nodes, int from, int count) {
            for (int band = 0; band < POWERS.length; band++) {
                gather(lens, band, row, nodes, from, count);
                tone(lights[lens], count);
                keep(codes[lens][band], from, count);
            }
        }

        private void gather(int lens, int band, int row, int[] nodes, int from, int count) {
            float one = 1 << Sampler.FRACTION_BITS;
            int pitch = 2 * count;
            LensFrame frame = bands[lens].frame();
            boolean fades = !lights[lens].vignetting().isNone();
            for (int i = 0; i < count; i++) {
                int node = row * columns + nodes[from + i];
                double x = grids[lens].x(node);
                double y = grids[lens].y(node);
                // Where the lens knows nothing, what is read is not used.
                bands[lens].read(band, x == x ? (float) x : 0, x == x ? (float) y : 0, read);
                float value = one * read[0];
                // A quarter of a code from one to the next.
                luma[2 * i] = rounded(value - 0.375f * one);
                luma[2 * i + 1] = rounded(value - 0.125f * one);
                luma[pitch + 2 * i] = rounded(value + 0.125f * one);
                luma[pitch + 2 * i + 1] = rounded(value + 0.375f * one);
                blue[i] = rounded(one * read[1]);
                red[i] = rounded(one * read[2]);
                fields[i] = fades ? lights[lens].lift(Math.min(1, frame.fieldShare(x, y))) >> LensLight.LEVEL_BITS : 0;
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

        private void keep(float[][] into, int from, int count) {
            int pitch = 2 * count;
            for (int i = 0; i < count; i++) {
                int sum = luma[2 * i] + luma[2 * i + 1] + luma[pitch + 2 * i] + luma[pitch + 2 * i + 1];
                into[0][from + i] = (float) sum / SAMPLES;
                into[1][from + i] = blue[i];
                into[2][from + i] = red[i];
            }
        }

        /** The blend of all lenses: from one band to the next finer one, each with weights of its own. */
        private void blend(int row, int plane, int count) {
            Arrays.fill(blend, 0, count, 0);
            for (int band = 0; band < POWERS.length; band++) {
                for (int lens = 0; lens < lenses; lens++) {
                    add(shares.of(row, lens, band), codes[lens][band][plane], blend, count);
                    if (band + 1 < POWERS.length) {
                        take(shares.of(row, lens, band), codes[lens][band + 1][plane], blend, count);
                    }
                }
            }
        }

        /** A lens's bands are replaced by the blend. */
        private void lift(int lens, int first, int[] nodes, int plane) {
            float[] own = codes[lens][0][plane];
            int[] into = lifts[lens][plane];
            float one = 1 << BandLifts.BITS + LensLight.LEVEL_BITS;
            for (int n = 0; n < nodes.length; n++) {
                int node = first + nodes[n];
                if (!Double.isNaN(grids[lens].x(node))) {
                    into[node] = Math.round((blend[n] - own[n]) * one);
                }
            }
        }
    }

    /** Of values that are no less than -0.5: Math.round does more, and takes its time. */
    private static int rounded(float value) {
        return (int) (value + 0.5f);
    }

    private static void add(float[] shares, float[] values, float[] sums, int count) {
        for (int n = 0; n < count; n++) {
            sums[n] += shares[n] * values[n];
        }
    }

    private static void take(float[] shares, float[] values, float[] sums, int count) {
        for (int n = 0; n < count; n++) {
            sums[n] -= shares[n] * values[n];
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
