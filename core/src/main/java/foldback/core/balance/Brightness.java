package foldback.core.balance;

import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.tone.LightCurve;
import foldback.core.tone.SampleLight;
import foldback.core.tone.Vignetting;

/**
 * How much bright light one lens shows, and where in its field: how far a correction would lift it over full scale can be told from that
 * without looking again. What the source has clipped is not counted: it stays white.
 */
public final class Brightness {
    private static final int STEP = 3;
    private static final int SHARES = 10;
    private static final int LEVELS = 96;
    /** From that far below full scale, in so many levels a stop. */
    private static final int STOPS = 4;

    private static final double CLIPPED = 0.985;
    /** So small a share of the picture may go over. */
    private static final double FEW = 0.0003;

    private final LensFrame lens;
    private final long[][] counts = new long[SHARES][LEVELS];
    private long looked;
    private long clipped;

    /** @param lens stated for the frames that will be looked at */
    public Brightness(LensFrame lens) {
        this.lens = lens;
    }

    /** @param curve of the frame */
    public void look(Frame frame, LightCurve curve) {
        SampleLight reader = new SampleLight(frame, SampleLight.table(curve));
        double full = curve.toLight(1);
        for (int y = STEP / 2; y < frame.height(); y += STEP) {
            for (int x = STEP / 2; x < frame.width(); x += STEP) {
                if (lens.depthInside(x + 0.5, y + 0.5) <= 1) {
                    continue;
                }
                looked++;
                reader.read(x, y);
                double signal = Math.max(reader.signal(0), Math.max(reader.signal(1), reader.signal(2)));
                double light = Math.max(reader.light(0), Math.max(reader.light(1), reader.light(2)));
                double below = -Math.log(Math.max(1e-6, light / full)) / Math.log(2);
                int level = (int) (below / STOPS * LEVELS);
                clipped += signal < CLIPPED ? 0 : 1;
                if (signal < CLIPPED && level >= 0 && level < LEVELS) {
                    int share = (int) (SHARES * lens.fieldShare(x + 0.5, y + 0.5));
                    counts[Math.min(SHARES - 1, share)][level]++;
                }
            }
        }
    }

    /** Which share of what was looked at the source has clipped. */
    public double clippedShare() {
        return looked == 0 ? 0 : (double) clipped / looked;
    }

    /** By how many stops what is brightest comes over full scale, if it is lifted by so many and its vignetting is given back. */
    public double overStops(double lifted, Vignetting vignetting) {
        // Bisection over a count that falls.
        double low = 0;
        double high = STOPS + Math.max(0, lifted) + Math.max(0, vignetting.stopsAt(1));
        if (countOver(0, lifted, vignetting) <= FEW * looked) {
            return 0;
        }
        for (int i = 0; i < 20; i++) {
            double middle = (low + high) / 2;
            if (countOver(middle, lifted, vignetting) > FEW * looked) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return high;
    }

    private long countOver(double stops, double lifted, Vignetting vignetting) {
        long count = 0;
        for (int share = 0; share < SHARES; share++) {
            double given = lifted + vignetting.stopsAt((share + 1.0) / SHARES);
            for (int level = 0; level < LEVELS; level++) {
                double light = given - (double) level * STOPS / LEVELS;
                count += light > stops ? counts[share][level] : 0;
            }
        }
        return count;
    }
}
