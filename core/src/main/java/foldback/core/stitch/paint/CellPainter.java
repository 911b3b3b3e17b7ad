package foldback.core.stitch.paint;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.stitch.band.BandLifts;
import foldback.core.stitch.plan.CellPlan;
import foldback.core.stitch.plan.CellWeights;
import foldback.core.tone.LensLight;
import foldback.core.tone.Toner;
import foldback.core.warp.Kernel;
import foldback.core.warp.PlaceTape;
import foldback.core.warp.SamplePlaces;
import foldback.core.warp.Sampler;
import foldback.core.warp.StripPath;
import java.util.Arrays;
import java.util.List;

/**
 * Paints cells of the canvas; one instance a thread. Values of a strip of cells are gathered into buffers that stay in the
 * nearest caches, turned into code values by tables, blended where lenses meet, and stored.
 */
public final class CellPainter {
    /** Samples of a strip at most: more would push its buffers out of the nearer caches, fewer make short loops. */
    private static final int STRIP_SAMPLES = 2048;

    private static final int HALF = 1 << Sampler.FRACTION_BITS - 1;

    private final CellPlan plan;
    private final List<LensLight> lights;
    private final int[][] lifts;
    private final BandLifts added;
    private final Kernel kernel;
    private final List<Frame> sources;
    private final Frame canvas;
    private final int size;
    private final int maxCells;
    private final KeptPlaces kept;
    private final StripPath path;
    private final SamplePlaces places;
    private final Sampler sampler;
    private final int[] luma;
    private final int[] blue;
    private final int[] red;
    private final int[] lumaSum;
    private final int[] blueSum;
    private final int[] redSum;
    private final int[] levels;
    private final Toner toner;
    private final CellWeights weights;
    /** By picture, where the luma samples of a mixed strip lie. */
    private final SamplePlaces[] picturePlaces;
    /** By picture. */
    private final int[][] lumaWeights;

    private final int[][] chromaWeights;
    /** The places of the row at hand where they are known, else null. */
    private PlaceTape known;
    /** Where the places of the row at hand are to be kept, or null. */
    private PlaceTape recorded;

    /** @param kept places from frames before, or null where none are to be kept */
    public CellPainter(
            CellPlan plan,
            List<LensLight> lights,
            FieldLifts fields,
            BandLifts added,
            Kernel kernel,
            List<Frame> sources,
            Frame canvas,
            KeptPlaces kept) {
        this.plan = plan;
        this.lights = lights;
        lifts = new int[lights.size()][];
        for (int picture = 0; picture < lifts.length; picture++) {
            lifts[picture] = fields.of(picture, lights.get(picture));
        }
        this.added = added;
        this.kernel = kernel;
        this.sources = sources;
        this.canvas = canvas;
        this.kept = kept;
        size = plan.cellSize();
        int cell = size * size;
        maxCells = Math.max(1, STRIP_SAMPLES / cell);
        int capacity = maxCells * cell;
        path = new StripPath(capacity);
        places = new SamplePlaces(capacity);
        sampler = new Sampler(capacity);
        luma = new int[capacity];
        blue = new int[capacity / 4];
        red = new int[capacity / 4];
        lumaSum = new int[capacity];
        blueSum = new int[capacity / 4];
        redSum = new int[capacity / 4];
        levels = new int[capacity / 4];
        toner = new Toner(capacity);
        weights = plan.weights(capacity);
        lumaWeights = new int[lights.size()][capacity];
        picturePlaces = new SamplePlaces[lights.size()];
        chromaWeights = new int[lights.size()][capacity / 4];
    }

    public void paintRow(int row) {
        known = kept == null ? null : kept.row(row);
        recorded = kept != null && known == null && kept.hasRoom() ? new PlaceTape(2 * size * canvas.width()) : null;
        paintCells(row);
        if (recorded != null) {
            kept.keep(row, recorded);
        }
    }

    private void paintCells(int row) {
        int column = 0;
        while (column < plan.cellColumns()) {
            int cell = row * plan.cellColumns() + column;
            int picture = plan.pictureOf(cell);
            int cells = known != null ? known.next() : together(column, row);
            if (picture >= 0) {
                paintStrip(picture, column, row, cells);
            } else if (picture == CellPlan.MIXED) {
                blend(cell, plan.nodeOf(column, row), cells);
                store(column, row, cells);
            } else if (picture == CellPlan.EMPTY) {
                Arrays.fill(luma, black());
                Arrays.fill(blue, mid());
                Arrays.fill(red, mid());
                store(column, row, cells);
            }
            column += cells;
        }
    }

    private int together(int column, int row) {
        int cells = plan.together(column, row, maxCells);
        if (recorded != null) {
            recorded.add(cells);
        }
        return cells;
    }

    private void paintStrip(int picture, int column, int row, int cells) {
        LensLight light = lights.get(picture);
        gather(picture, plan.nodeOf(column, row), cells, false);
        int x = column * size;
        int y = row * size;
        int pitch = cells * size;
        int columns = Math.min(pitch, canvas.width() - x);
        int rows = Math.min(size, canvas.height() - y);
        if (added.touches(lens(picture), plan.nodeOf(column, row), cells)) {
            tone(picture, plan.nodeOf(column, row), cells);
            store(column, row, cells);
            return;
        }
        if (!light.plain()) {
            place(picture, plan.nodeOf(column, row), cells);
            CellStore.storeLevelled(canvas.y(), x, y, columns, rows, luma, pitch, light, toner.places());
            CellStore.firsts(canvas.y(), x, y, columns, rows, toner.codes(), pitch / 2, size);
            toner.chroma(light, blue, red, pitch * size / 4);
            CellStore.store(canvas.u(), x / 2, y / 2, columns / 2, rows / 2, blue, pitch / 2);
            CellStore.store(canvas.v(), x / 2, y / 2, columns / 2, rows / 2, red, pitch / 2);
            return;
        }
        if (light.unchanged()) {
            round(pitch * size);
            store(column, row, cells);
            return;
        }
        int margin = light.margin();
        short[] chroma = light.chromaTable();
        CellStore.storeLooked(canvas.y(), x, y, columns, rows, luma, pitch, light.lumaTable(), margin);
        CellStore.storeLooked(canvas.u(), x / 2, y / 2, columns / 2, rows / 2, blue, pitch / 2, chroma, margin);
        CellStore.storeLooked(canvas.v(), x / 2, y / 2, columns / 2, rows / 2, red, pitch / 2, chroma, margin);
    }

    /** Fills the three buffers with a lens's values; clamped where a part of the cells may not be read. */
    private void gather(int picture, int node, int cells, boolean clamped) {
        if (known != null) {
            known.next(places);
        } else {
            placeLuma(picture, node, cells, clamped, places);
        }
        gather(picture, node, cells, clamped, places);
    }

    /** Made when they are needed: where places are kept they are not. */
    private SamplePlaces placesOf(int picture) {
        if (picturePlaces[picture] == null) {
            picturePlaces[picture] = new SamplePlaces(maxCells * size * size);
        }
        return picturePlaces[picture];
    }

    private void placeLuma(int picture, int node, int cells, boolean clamped, SamplePlaces into) {
        path.luma(plan.grid(picture), node, cells);
        place(sources.get(picture).y(), clamped, into);
    }

    /** @param lumaPlaces where the luma samples lie; may be the painter's own, which are those of chroma afterwards */
    private void gather(int picture, int node, int cells, boolean clamped, SamplePlaces lumaPlaces) {
        Frame source = sources.get(picture);
        if (recorded != null) {
            recorded.add(lumaPlaces);
        }
        sampler.sample(source.y(), kernel, lumaPlaces, luma);
        if (known != null) {
            known.next(places);
        } else {
            int shiftX = source.format().chromaShiftX();
            boolean left = shiftX == 0 || source.tags().siting() == ColourTags.Siting.LEFT;
            path.chroma(plan.grid(picture), node, cells, shiftX, source.format().chromaShiftY(), left ? 0.5 : 1);
            place(source.u(), clamped, places);
            if (recorded != null) {
                recorded.add(places);
            }
        }
        sampler.sample(source.u(), kernel, places, blue);
        sampler.sample(source.v(), kernel, places, red);
    }

    private void place(Plane plane, boolean clamped, SamplePlaces into) {
        if (clamped) {
            path.clamp(plane.width(), plane.height());
        }
        into.set(path, plane.stride());
    }

    /** Turns what was gathered into code values, of a lens that is left unchanged. */
    private void round(int count) {
        int max = canvas.format().maxValue();
        round(luma, max, count);
        round(blue, max, count / 4);
        round(red, max, count / 4);
    }

    private static void round(int[] values, int max, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = clipped(values[i] + HALF >> Sampler.FRACTION_BITS, max);
        }
    }

    /** values[i] = table[values[i] + margin] */
    private static void look(short[] table, int margin, int[] values, int count) {
        for (int i = 0; i < count; i++) {
            values[i] = table[values[i] + margin] & 0xffff;
        }
    }

    /** Finds where the luma of a lens that is not plain is to be looked up. */
    private void place(int picture, int node, int cells) {
        LensLight light = lights.get(picture);
        int pitch = cells * size;
        if (lifts[picture] == null) {
            Arrays.fill(levels, 0, pitch * size / 4, 0);
        } else if (known != null) {
            known.next(levels, pitch * size / 4);
        } else {
            LevelSpread.spread(lifts[picture], node, plan.grid(picture).columns(), size, cells, levels);
            if (recorded != null) {
                recorded.add(levels, pitch * size / 4);
            }
        }
        toner.place(light, luma, blue, red, levels, pitch, size);
    }

    private void blend(int cell, int node, int cells) {
        int count = cells * size * size;
        Arrays.fill(lumaSum, 0, count, 0);
        Arrays.fill(blueSum, 0, count / 4, 0);
        Arrays.fill(redSum, 0, count / 4, 0);
        int black = black();
        int mid = mid();
        weigh(cell, node, cells);
        for (int picture = 0; picture < plan.pictureCount(); picture++) {
            // All cells of a strip show the same pictures.
            if (!plan.shows(cell, picture)) {
                continue;
            }
            if (known != null) {
                gather(picture, node, cells, false);
            } else {
                gather(picture, node, cells, !plan.areReadable(cell, cells, picture), placesOf(picture));
            }
            tone(picture, node, cells);
            // Differences from black, so that a hole, where weights sum to 0, comes out black.
            accumulate(luma, black, lumaWeights[picture], lumaSum, count);
            accumulate(blue, mid, chromaWeights[picture], blueSum, count / 4);
            accumulate(red, mid, chromaWeights[picture], redSum, count / 4);
        }
        finish(lumaSum, black, luma, count);
        finish(blueSum, mid, blue, count / 4);
        finish(redSum, mid, red, count / 4);
    }

    private int lens(int picture) {
        return picture / plan.settings().levels();
    }

    /** Turns what was gathered into code values, with what a lens's bands lack. */
    private void tone(int picture, int node, int cells) {
        int count = cells * size * size;
        LensLight light = lights.get(picture);
        if (!light.plain()) {
            place(picture, node, cells);
            toner.look(light, luma, cells * size, size);
            toner.chroma(light, blue, red, count / 4);
        } else if (light.unchanged()) {
            round(count);
        } else {
            look(light.lumaTable(), light.margin(), luma, count);
            look(light.chromaTable(), light.margin(), blue, count / 4);
            look(light.chromaTable(), light.margin(), red, count / 4);
        }
        if (added.touches(lens(picture), node, cells)) {
            int max = canvas.format().maxValue();
            spread(picture, 0, node, cells);
            addToBlocks(luma, levels, cells * size, size, max);
            spread(picture, 1, node, cells);
            add(blue, levels, count / 4, max);
            spread(picture, 2, node, cells);
            add(red, levels, count / 4, max);
        }
    }

    private void spread(int picture, int part, int node, int cells) {
        LevelSpread.spread(added.of(lens(picture), part), node, added.columns(), size, cells, levels);
    }

    /** codes[i] += lifts[i] without their fraction bits, within 0 to {@code max} */
    private static void add(int[] codes, int[] lifts, int count, int max) {
        int half = 1 << BandLifts.BITS - 1;
        for (int i = 0; i < count; i++) {
            codes[i] = clipped(codes[i] + (lifts[i] + half >> BandLifts.BITS), max);
        }
    }

    /** The same for luma, of which a lift is added to each 2 x 2 block. */
    private static void addToBlocks(int[] codes, int[] lifts, int pitch, int rows, int max) {
        int half = 1 << BandLifts.BITS - 1;
        for (int row = 0; row < rows; row++) {
            int at = row * pitch;
            int block = row / 2 * (pitch / 2);
            for (int i = 0; i < pitch; i++) {
                codes[at + i] = clipped(codes[at + i] + (lifts[block + i / 2] + half >> BandLifts.BITS), max);
            }
        }
    }

    /** sums[i] += (codes[i] - base) weights[i] */
    private static void accumulate(int[] codes, int base, int[] weights, int[] sums, int count) {
        for (int i = 0; i < count; i++) {
            sums[i] += (codes[i] - base) * weights[i];
        }
    }

    private void finish(int[] sums, int base, int[] codes, int count) {
        int max = canvas.format().maxValue();
        for (int i = 0; i < count; i++) {
            codes[i] = clipped(base + (sums[i] + 128 >> 8), max);
        }
    }

    /** To 0 to {@code max}. Loops with Math.min and Math.max are not vectorised. */
    private static int clipped(int code, int max) {
        int low = code & ~(code >> 31);
        int room = max - low;
        return low + (room & room >> 31);
    }

    /** Finds the lenses' weights of the cells, laid out as the strip is. */
    private void weigh(int cell, int node, int cells) {
        if (known == null) {
            for (int picture = 0; picture < lumaWeights.length; picture++) {
                if (plan.shows(cell, picture)) {
                    placeLuma(picture, node, cells, !plan.areReadable(cell, cells, picture), placesOf(picture));
                }
            }
            weights.find(cell, cells, picturePlaces, lumaWeights);
        }
        int count = cells * size * size;
        for (int picture = 0; picture < lumaWeights.length; picture++) {
            if (plan.shows(cell, picture) && known != null) {
                known.next(lumaWeights[picture], count);
                known.next(chromaWeights[picture], count / 4);
            } else if (plan.shows(cell, picture)) {
                halve(lumaWeights[picture], cells * size, chromaWeights[picture]);
                if (recorded != null) {
                    recorded.add(lumaWeights[picture], count);
                    recorded.add(chromaWeights[picture], count / 4);
                }
            }
        }
    }

    /** Chroma weighs the mean of its 2 x 2 block of luma. */
    private void halve(int[] luma, int pitch, int[] out) {
        for (int row = 0; row < size / 2; row++) {
            for (int k = 0; k < pitch / 2; k++) {
                int at = 2 * row * pitch + 2 * k;
                out[row * pitch / 2 + k] = luma[at] + luma[at + 1] + luma[at + pitch] + luma[at + pitch + 1] + 2 >> 2;
            }
        }
    }

    private void store(int column, int row, int cells) {
        int x = column * size;
        int y = row * size;
        int columns = Math.min(cells * size, canvas.width() - x);
        int rows = Math.min(size, canvas.height() - y);
        CellStore.store(canvas.y(), x, y, columns, rows, luma, cells * size);
        CellStore.store(canvas.u(), x / 2, y / 2, columns / 2, rows / 2, blue, cells * size / 2);
        CellStore.store(canvas.v(), x / 2, y / 2, columns / 2, rows / 2, red, cells * size / 2);
    }

    private int black() {
        return canvas.tags().black(canvas.format().bits());
    }

    private int mid() {
        return canvas.format().maxValue() + 1 >> 1;
    }
}
