package foldback.core.stitch.plan;

import foldback.core.lens.LensFrame;
import foldback.core.run.Threads;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.core.warp.SamplePlaces;
import foldback.core.warp.projection.LensPicture;
import java.util.BitSet;
import java.util.List;

/**
 * What a lens counts at each place of its own picture. Seams lie between lenses, so that this stays as it is however the rig is
 * turned. Immutable.
 *
 * <p>Weights are found as those of a canvas are, of which the lens's picture takes the place. They are held for the middles
 * between four pixels: 0 where the lens shows nothing, else one more than its weight in {@value #WHOLE}ths. Where rows are read
 * at different times, lenses look a little past each other: a place may be left by all of them that some of them show.
 */
final class LensWeights {
    /** Weights are smooth: places of the other lenses between nodes so far from each other are right enough, to a tenth of a pixel. */
    private static final int CELL = 8;

    private static final int TILE_BITS = 4;
    private static final int TILE = 1 << TILE_BITS;
    /** The weight of a lens that alone is shown. */
    static final int WHOLE = 254;

    private static final Share[] SHARES = Share.values();
    private static final int ALONE = Share.ALONE.ordinal();

    private final int width;
    private final int height;
    /** From one row of {@link #weights} to the next. */
    private final int stride;

    private final byte[] weights;
    /** Shares by their numbers. */
    private final byte[] tiles;

    private final int tileColumns;
    private final int tileRows;

    private LensWeights(int width, int height, int stride) {
        this.width = width;
        this.height = height;
        this.stride = stride;
        weights = new byte[stride * height];
        tileColumns = (width + TILE - 1) / TILE;
        tileRows = (height + TILE - 1) / TILE;
        tiles = new byte[tileColumns * tileRows];
    }

    /** Those of one lens of a stitch; its canvas and rotation play no part. */
    static LensWeights of(StitchSettings settings, int lens, Threads threads) throws InterruptedException {
        StitchPlan plan = planOf(settings, lens);
        LensFrame frame = settings.rig().lenses().get(lens).lens().frame();
        LensWeights found = new LensWeights(frame.width(), frame.height(), frame.width());
        Shown shown = (x, y) -> frame.depthInside(x + 1, y + 1) > StitchPlan.MARGIN_PX;
        threads.share(found.tileRows, () -> row -> {
            for (int column = 0; column < found.tileColumns; column++) {
                found.fill(plan, shown, lens, column, row);
            }
        });
        return found;
    }

    /** The plan of a stitch whose canvas is a lens's own picture. */
    static StitchPlan planOf(StitchSettings settings, int lens) {
        LensFrame frame = settings.rig().lenses().get(lens).lens().frame();
        LensPicture picture = new LensPicture(settings.rig().lenses().get(lens), settings.meetingMetres());
        // Where lenses are asked for something else, they still count by what they show.
        return StitchPlan.compile(
                settings.withShifts(List.of())
                        .on(new Canvas(frame.width(), frame.height(), picture), Rotation.IDENTITY),
                CELL);
    }

    /**
     * The same where another plan of the lens's picture differs.
     *
     * @param plan as of {@link #planOf}
     * @param changed its cells that may differ
     */
    LensWeights with(StitchPlan plan, int lens, int[] changed, Threads threads) throws InterruptedException {
        Shown shown = (x, y) -> weights[y * stride + x] != 0;
        LensWeights other = new LensWeights(width, height, stride);
        System.arraycopy(weights, 0, other.weights, 0, weights.length);
        System.arraycopy(tiles, 0, other.tiles, 0, tiles.length);
        BitSet touched = new BitSet(tiles.length);
        for (int cell : changed) {
            // What is held for a pixel is of it and its neighbours to the right and below.
            int x = cell % plan.cellColumns() * CELL;
            int y = cell / plan.cellColumns() * CELL;
            for (int corner = 0; corner < 4; corner++) {
                int column = Math.max(0, x - 1 + corner % 2 * CELL) >> TILE_BITS;
                int row = Math.max(0, y - 1 + corner / 2 * CELL) >> TILE_BITS;
                touched.set(Math.min(tileRows - 1, row) * tileColumns + Math.min(tileColumns - 1, column));
            }
        }
        int[] tilesToFill = touched.stream().toArray();
        threads.share(tilesToFill.length, () -> n -> {
            other.fill(plan, shown, lens, tilesToFill[n] % tileColumns, tilesToFill[n] / tileColumns);
        });
        return other;
    }

    /** Where a lens shows something. */
    @FunctionalInterface
    private interface Shown {
        boolean at(int x, int y);
    }

    private void fill(StitchPlan plan, Shown shown, int lens, int column, int row) {
        int least = 255;
        int most = 0;
        int left = column << TILE_BITS;
        int top = row << TILE_BITS;
        // Those to its right and below, too.
        int[] pixels = new int[(TILE + 1) * (TILE + 1)];
        plan.weightsIn(lens, left, top, TILE + 1, pixels);
        for (int y = top; y < Math.min(height, row + 1 << TILE_BITS); y++) {
            for (int x = left; x < Math.min(width, column + 1 << TILE_BITS); x++) {
                int at = (y - top) * (TILE + 1) + x - left;
                int sum = pixels[at] + pixels[at + 1] + pixels[at + TILE + 1] + pixels[at + TILE + 2];
                boolean shows = sum > 0 || shown.at(x, y);
                int held = shows ? 1 + (sum * WHOLE + 512) / 1024 : 0;
                weights[y * stride + x] = (byte) held;
                least = Math.min(least, held);
                most = Math.max(most, held);
            }
        }
        Share share =
                least == 1 + WHOLE ? Share.ALONE : most > 1 ? Share.SOME : most == 1 ? Share.IN_RESERVE : Share.NONE;
        tiles[row * tileColumns + column] = (byte) share.ordinal();
    }

    /** What a lens counts in a part of its picture. */
    enum Share {
        /** It shows nothing there. */
        NONE,
        /** It shows something, where others are shown. */
        IN_RESERVE,
        SOME,
        /** It alone is shown. */
        ALONE
    }

    /** What the lens counts in a rectangle, pixels, which may reach beyond the picture. */
    Share in(int left, int top, int right, int bottom) {
        if (left < 0 || top < 0 || right >= width || bottom >= height) {
            if (right < 0 || bottom < 0 || left >= width || top >= height) {
                return Share.NONE;
            }
            Share inside =
                    in(Math.max(0, left), Math.max(0, top), Math.min(width - 1, right), Math.min(height - 1, bottom));
            return inside == Share.ALONE ? Share.SOME : inside;
        }
        int most = 0;
        int least = ALONE;
        for (int row = top >> TILE_BITS; row <= bottom >> TILE_BITS; row++) {
            for (int column = left >> TILE_BITS; column <= right >> TILE_BITS; column++) {
                int tile = tiles[row * tileColumns + column];
                most = Math.max(most, tile);
                least = Math.min(least, tile);
            }
        }
        return most == ALONE && least < ALONE ? Share.SOME : SHARES[most];
    }

    /** The same for the lens's picture halved so many times. */
    LensWeights halved(int times) {
        if (times == 0) {
            return this;
        }
        LensWeights coarse = new LensWeights(width >> times, height >> times, width >> times);
        for (int row = 0; row < coarse.height; row++) {
            int from = ((row + 1 << times) - 1) * stride;
            for (int column = 0; column < coarse.width; column++) {
                coarse.weights[row * coarse.stride + column] = weights[from + (column + 1 << times) - 1];
            }
        }
        return coarse;
    }

    /** The same for places in planes of another stride. */
    LensWeights withStride(int other) {
        if (other == stride) {
            return this;
        }
        LensWeights laid = new LensWeights(width, height, other);
        for (int row = 0; row < height; row++) {
            System.arraycopy(weights, row * stride, laid.weights, row * other, width);
        }
        System.arraycopy(tiles, 0, laid.tiles, 0, tiles.length);
        return laid;
    }

    /** From one row to the next. */
    int stride() {
        return stride;
    }

    int width() {
        return width;
    }

    int height() {
        return height;
    }

    /** What is held at places in planes of the stride that this was laid out for. */
    void at(SamplePlaces places, int[] out) {
        places.lookUp(weights, out);
    }
}
