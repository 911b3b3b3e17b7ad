package foldback.core.motion;

import foldback.core.lens.Lens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How a lens is turned over a take, picture by picture, against the first one. Turns from picture to picture alone would add their errors up, so
 * each picture is also held against a key picture that looked about the same way (as in Kopf 2016): turned by what is known already, so that a
 * {@link TurnMeter} finds the little that is left. A key serves as long as the picture still shows what it shows, also when the lens comes back to
 * it later.
 */
public final class TurnTracker {
    /** A key that looks farther away shares too little, radians. */
    private static final double FAR = Math.toRadians(14);
    /** One that was taken long ago is likely to show other things: as much as one that looks so much farther away, radians a second. */
    private static final double AGING = Math.toRadians(0.15);
    /** A picture whose turn against a key is so many times less certain than against the last picture shows something else. */
    private static final double OTHER = 2.5;

    private static final int MOST_KEYS = 40;
    /** Keys that are tried for one picture. */
    private static final int TRIED = 2;

    private final TurnMeter between;
    private final TurnMeter against;
    private final int width;
    private final int height;
    /** Of each pixel the ray, x, y, z; all 0 where nothing is seen. */
    private final double[] rays;

    private final Lens lens;
    private final List<Key> keys = new ArrayList<>();
    private final double[] turn = new double[3];
    private final byte[] turned;
    private final double[] row;
    private final double[] places;
    private final double[] slopes;
    private Rotation firstFromNow = Rotation.IDENTITY;

    private record Key(double seconds, Rotation firstFromKey, byte[] luma) {}

    /** @param lens of the pictures, of their size */
    public TurnTracker(Lens lens) {
        this.lens = lens;
        between = new TurnMeter(lens);
        against = new TurnMeter(lens);
        width = lens.frame().width();
        height = lens.frame().height();
        turned = new byte[width * height];
        row = new double[3 * width];
        places = new double[2 * width];
        slopes = new double[width];
        rays = new double[3 * width * height];
        for (int at = 0; at < width * height; at++) {
            double x = at % width + 0.5;
            double y = at / width + 0.5;
            if (lens.frame().depthInside(x, y) > 0) {
                ray(x, y, at);
            }
        }
    }

    private void ray(double x, double y, int at) {
        try {
            Direction ray = lens.unproject(x, y);
            rays[3 * at] = ray.x();
            rays[3 * at + 1] = ray.y();
            rays[3 * at + 2] = ray.z();
        } catch (IllegalArgumentException seesNothing) {
            rays[3 * at] = 0;
        }
    }

    /**
     * Takes the next picture.
     *
     * @param seconds of the clip; rising
     * @param luma of the lens's size, unsigned
     * @return whether its turn could be told; where not, the lens is taken to look as it did
     */
    public boolean next(double seconds, byte[] luma) {
        boolean told = between.next(luma, turn);
        if (keys.isEmpty()) {
            keep(seconds, luma);
            return true;
        }
        if (told) {
            firstFromNow = firstFromNow.times(
                    Rotation.ofVector(turn[0], turn[1], turn[2]).inverse());
        }
        double alone = told ? between.sigma() : Double.POSITIVE_INFINITY;
        Rotation expected = firstFromNow;
        List<Key> near = keys.stream()
                .filter(key -> key.firstFromKey.angleTo(expected) < FAR)
                .sorted(Comparator.comparingDouble(
                        key -> key.firstFromKey.angleTo(expected) + AGING * (seconds - key.seconds)))
                .limit(TRIED)
                .toList();
        for (Key key : near) {
            if (hold(key, luma) && against.sigma() < OTHER * alone) {
                firstFromNow = expected.times(
                        Rotation.ofVector(turn[0], turn[1], turn[2]).inverse());
                return true;
            }
        }
        if (told) {
            keep(seconds, luma);
        }
        return told;
    }

    /** Takes directions of the lens as it is now to those of the lens at the first picture. */
    public Rotation firstFromNow() {
        return firstFromNow;
    }

    private void keep(double seconds, byte[] luma) {
        if (keys.size() == MOST_KEYS) {
            keys.remove(0);
        }
        keys.add(new Key(seconds, firstFromNow, luma.clone()));
    }

    /** Measures what is left between a key, turned to look as the lens is expected to, and a picture. */
    private boolean hold(Key key, byte[] luma) {
        double[] m = key.firstFromKey.inverse().times(firstFromNow).matrix();
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int at = 3 * (y * width + x);
                double rx = rays[at];
                double ry = rays[at + 1];
                double rz = rays[at + 2];
                row[3 * x] = m[0] * rx + m[1] * ry + m[2] * rz;
                row[3 * x + 1] = m[3] * rx + m[4] * ry + m[5] * rz;
                row[3 * x + 2] = m[6] * rx + m[7] * ry + m[8] * rz;
            }
            lens.project(row, places, slopes, width);
            for (int x = 0; x < width; x++) {
                turned[y * width + x] = sample(key.luma, places[2 * x] - 0.5, places[2 * x + 1] - 0.5);
            }
        }
        against.begin(turned);
        return against.next(luma, turn);
    }

    /** Between four pixels; black, which no picture's content is like, where the key does not reach. */
    private byte sample(byte[] luma, double x, double y) {
        if (!(x >= 0 && y >= 0 && x < width - 1 && y < height - 1)
                || lens.frame().depthInside(x + 0.5, y + 0.5) < 1) {
            return 0;
        }
        int at = (int) y * width + (int) x;
        double fx = x - (int) x;
        double fy = y - (int) y;
        double top = (luma[at] & 0xff) * (1 - fx) + (luma[at + 1] & 0xff) * fx;
        double bottom = (luma[at + width] & 0xff) * (1 - fx) + (luma[at + width + 1] & 0xff) * fx;
        return (byte) Math.round(top + fy * (bottom - top));
    }
}
