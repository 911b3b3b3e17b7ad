package foldback.core.overlap;

import foldback.core.lens.LensFrame;
import foldback.core.picture.Frame;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.tone.LightCurve;
import foldback.core.tone.SampleLight;
import foldback.core.tone.Transfer;
import foldback.core.warp.Canvas;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Places of the sphere in the overlaps, spread evenly, and where each of their lenses sees them: found once for a rig, looked at in many
 * frames. A place counts where both lenses show it neither clipped nor black, and the more the more alike its small surroundings are,
 * so that parallax and movers fall out.
 */
public final class PatchSites {
    private static final int ROWS = 60;
    private static final int SIDE = 5;
    private static final double SPACING = Math.toRadians(0.4);
    private static final double RIM_PX_SHARE = 0.01;
    /** Signal over black below which there is more noise than light. */
    private static final double DARKEST = 0.055;

    private static final double BRIGHTEST = 0.86;
    private static final double CLIPPED = 0.985;
    /** Surroundings that differ by more than that of their mean show different things. */
    private static final double MOST_UNLIKE = 0.35;
    /** What differs in surroundings is parallax as much as noise: it counts as if by so few samples. */
    private static final double INDEPENDENT = 4;

    private static final double LEAST_DOUBT = 0.01;
    private static final double STOPS_A_SHARE = 1 / Math.log(2);

    private final List<LensFrame> lenses;
    private final List<Site> sites;

    /** Where one lens sees the samples of a place; x, then y of each. */
    private record Seen(int lens, int[] at, double share) {}

    private record Site(Seen first, Seen second) {}

    private PatchSites(List<LensFrame> lenses, List<Site> sites) {
        this.lenses = lenses;
        this.sites = sites;
    }

    /**
     * Finds the places of a rig.
     *
     * @param rig stated for the frames that will be looked at
     */
    public static PatchSites of(Rig rig, double meetingMetres) {
        Canvas canvas = new Canvas(4 * ROWS, 2 * ROWS);
        List<LensView> views = rig.lenses().stream()
                .map(lens -> new LensView(lens, Rotation.IDENTITY, meetingMetres))
                .toList();
        List<Site> sites = IntStream.range(0, canvas.height())
                .parallel()
                .mapToObj(row -> ofRow(canvas, views, row))
                .flatMap(List::stream)
                .toList();
        return new PatchSites(
                rig.lenses().stream().map(lens -> lens.lens().frame()).toList(), sites);
    }

    /** So many of the places at most, as evenly spread. */
    public PatchSites thinned(int most) {
        if (sites.size() <= most) {
            return this;
        }
        List<Site> kept = new ArrayList<>(most);
        for (long i = 0; i < sites.size(); i++) {
            if ((i + 1) * most / sites.size() > i * most / sites.size()) {
                kept.add(sites.get((int) i));
            }
        }
        return new PatchSites(lenses, kept);
    }

    private static List<Site> ofRow(Canvas canvas, List<LensView> views, int row) {
        List<Site> sites = new ArrayList<>();
        // Fewer columns near the poles keep the density even.
        int columns = (int) Math.max(1, Math.round(canvas.width() * Math.cos(canvas.pitchAt(row + 0.5))));
        for (int column = 0; column < columns; column++) {
            double x = (column + 0.5) * canvas.width() / columns;
            List<Seen> seen = new ArrayList<>();
            for (int lens = 0; lens < views.size(); lens++) {
                Seen one = seen(lens, views.get(lens), canvas, x, row + 0.5);
                if (one != null) {
                    seen.add(one);
                }
            }
            for (int i = 0; i < seen.size(); i++) {
                for (int j = i + 1; j < seen.size(); j++) {
                    sites.add(new Site(seen.get(i), seen.get(j)));
                }
            }
        }
        return sites;
    }

    /** Null where the lens does not show all of it. */
    private static Seen seen(int lens, LensView view, Canvas canvas, double x, double y) {
        LensFrame frame = view.lens().frame();
        double rim = RIM_PX_SHARE * frame.width() + 1;
        double[] middle = view.project(canvas, x, y);
        // NaN compares as false.
        if (!(frame.depthInside(middle[0], middle[1]) > rim)) {
            return null;
        }
        double spacing = Math.max(SPACING, 1 / view.lens().focalPx());
        double stepY = spacing / Math.PI * canvas.height();
        double stepX = stepY / Math.max(0.05, Math.cos(canvas.pitchAt(y)));
        int[] at = new int[2 * SIDE * SIDE];
        for (int k = 0; k < SIDE * SIDE; k++) {
            double[] xy = view.project(canvas, x + (k % SIDE - SIDE / 2) * stepX, y + (k / SIDE - SIDE / 2) * stepY);
            if (!(frame.depthInside(xy[0], xy[1]) > rim)) {
                return null;
            }
            at[2 * k] = (int) xy[0];
            at[2 * k + 1] = (int) xy[1];
        }
        return new Seen(lens, at, frame.fieldShare(middle[0], middle[1]));
    }

    /**
     * Looks at the places in the frames of one instant.
     *
     * @param frames of the lenses, in their order, of the sizes that the rig states
     * @param knot number of the instant
     */
    public Patches look(List<Frame> frames, int knot) {
        return look(frames, Transfer.of(frames.get(0).tags().transfer()), knot);
    }

    /**
     * The same for frames of a curve that their tags do not say.
     *
     * @param curve of all of them
     */
    public Patches look(List<Frame> frames, LightCurve curve, int knot) {
        float[] table = SampleLight.table(curve);
        double darkest = curve.toLight(curve.toSignal(0) + DARKEST);
        SampleLight[] readers = new SampleLight[frames.size()];
        for (int i = 0; i < readers.length; i++) {
            Frame frame = frames.get(i);
            LensFrame stated = lenses.get(i);
            if (frame.width() != stated.width() || frame.height() != stated.height()) {
                throw new IllegalArgumentException("lens " + i + " is described for " + stated.width() + " x "
                        + stated.height() + ", its frame is " + frame.width() + " x " + frame.height());
            }
            readers[i] = new SampleLight(frame, table);
        }
        List<PatchPair> pairs = new ArrayList<>();
        int[][] refused = new int[frames.size()][Reason.values().length];
        double[] one = new double[3 * SIDE * SIDE];
        double[] two = new double[3 * SIDE * SIDE];
        for (Site site : sites) {
            Reason first = gather(readers[site.first.lens], site.first, darkest, one);
            Reason second = gather(readers[site.second.lens], site.second, darkest, two);
            PatchPair pair = first == null && second == null ? compared(knot, site, one, two) : null;
            if (pair != null) {
                pairs.add(pair);
                continue;
            }
            boolean unlike = first == null && second == null;
            count(refused, site.first.lens, unlike ? Reason.UNLIKE : first);
            count(refused, site.second.lens, unlike ? Reason.UNLIKE : second);
        }
        Patches.Refused[] counts = new Patches.Refused[refused.length];
        for (int i = 0; i < counts.length; i++) {
            counts[i] = new Patches.Refused(
                    refused[i][Reason.CLIPPED.ordinal()],
                    refused[i][Reason.DARK.ordinal()],
                    refused[i][Reason.UNLIKE.ordinal()]);
        }
        return new Patches(pairs, counts);
    }

    private enum Reason {
        CLIPPED,
        DARK,
        UNLIKE
    }

    private static void count(int[][] refused, int lens, Reason reason) {
        if (reason != null) {
            refused[lens][reason.ordinal()]++;
        }
    }

    /** Fills in linear light, red, green and blue a sample; gives why it says nothing, or null. */
    private static Reason gather(SampleLight reader, Seen seen, double leastLight, double[] light) {
        double brightest = 0;
        double darkest = Double.MAX_VALUE;
        double[] mean = new double[3];
        double[] bright = new double[3];
        int samples = SIDE * SIDE;
        for (int k = 0; k < samples; k++) {
            reader.read(seen.at[2 * k], seen.at[2 * k + 1]);
            for (int c = 0; c < 3; c++) {
                light[3 * k + c] = reader.light(c);
                mean[c] += reader.light(c) / samples;
                bright[c] += reader.signal(c) / samples;
                brightest = Math.max(brightest, reader.signal(c));
            }
        }
        for (int c = 0; c < 3; c++) {
            darkest = Math.min(darkest, mean[c]);
            brightest = bright[c] > BRIGHTEST ? 1 : brightest;
        }
        return brightest > CLIPPED ? Reason.CLIPPED : darkest < leastLight ? Reason.DARK : null;
    }

    private static PatchPair compared(int knot, Site site, double[] one, double[] two) {
        double[] first = mean(one);
        double[] second = mean(two);
        double sum = 0;
        int samples = SIDE * SIDE;
        for (int k = 0; k < samples; k++) {
            double off = one[3 * k + 1] / first[1] - two[3 * k + 1] / second[1];
            sum += off * off / samples;
        }
        double unlike = Math.sqrt(sum);
        if (unlike > MOST_UNLIKE) {
            return null;
        }
        double doubt = Math.hypot(LEAST_DOUBT, STOPS_A_SHARE * unlike / Math.sqrt(INDEPENDENT));
        return new PatchPair(
                knot, site.first.lens, site.second.lens, first, second, site.first.share, site.second.share, doubt);
    }

    private static double[] mean(double[] light) {
        double[] mean = new double[3];
        for (int k = 0; k < light.length; k++) {
            mean[k % 3] += light[k] * 3 / light.length;
        }
        return mean;
    }
}
