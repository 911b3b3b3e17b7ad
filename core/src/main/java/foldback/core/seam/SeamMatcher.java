package foldback.core.seam;

import foldback.core.match.view.Picture;
import foldback.core.rig.Rig;

/**
 * Measures how far apart two lenses show the same along an overlap: searched across the seam on a coarse strip, then registered at each
 * node to parts of a pixel, both ways, by least squares (Lucas and Kanade 1981, in the symmetric form); what little is known there is
 * filled from around. Owns its buffers: one a thread.
 */
public final class SeamMatcher {
    private final SeamStrip strip;
    private final StripView firstView;
    private final StripView secondView;
    private final DisparitySearch search;
    private final NodeRegistration registration;
    private final float[] shares;

    /**
     * @param rig stated for the pictures that will be looked at
     * @param meetingMetres where the lenses' pictures agree without any of this
     */
    public SeamMatcher(Rig rig, SeamStrip strip, double meetingMetres, SeamSettings settings) {
        this(rig, strip, meetingMetres, Range.of(rig, strip, meetingMetres, settings), settings);
    }

    /**
     * Looks for things that lie apart across a strip by what is stated.
     *
     * @param rig stated for the pictures that will be looked at
     * @param meetingMetres where the lenses' pictures agree without any of this
     */
    public SeamMatcher(Rig rig, SeamStrip strip, double meetingMetres, Range range, SeamSettings settings) {
        this.strip = strip;
        firstView = new StripView(strip, rig.lenses().get(strip.first()), meetingMetres);
        secondView = new StripView(strip, rig.lenses().get(strip.second()), meetingMetres);
        shares = shares(strip);
        double coarse = 2 * strip.stepRad();
        search = new DisparitySearch(
                strip.columns() / 2,
                strip.rows() / 2,
                strip.isRing(),
                halved(shares),
                (int) Math.floor(range.least / coarse),
                (int) Math.ceil(range.most / coarse));
        registration = new NodeRegistration(strip, shares, settings);
    }

    /**
     * How far apart things may lie across a strip, radians towards the first lens's side: what is near lies behind the first lens's
     * direction and ahead of the second one's.
     */
    public record Range(double least, double most) {
        private static Range of(Rig rig, SeamStrip strip, double meetingMetres, SeamSettings settings) {
            double baseline = Math.max(settings.leastBaselineMetres(), SeamStrip.baseline(rig, strip));
            return new Range(
                    -baseline * (1 / settings.nearestMetres() - 1 / meetingMetres) - settings.slackRad(),
                    baseline / meetingMetres + settings.slackRad());
        }
    }

    private static float[] shares(SeamStrip strip) {
        float[] shares = new float[strip.columns() * strip.rows()];
        for (int row = 0; row < strip.rows(); row++) {
            for (int column = 0; column < strip.columns(); column++) {
                shares[row * strip.columns() + column] = (float) strip.share(strip.along(column), strip.across(row));
            }
        }
        return shares;
    }

    /** Measures. */
    public SeamFlow measure(Picture first, Picture second) {
        float[] a = firstView.of(first);
        float[] b = secondView.of(second);
        return FlowFill.filled(registered(a, b), strip).withUnlike(Unlike.of(strip, a, b));
    }

    private SeamFlow registered(float[] a, float[] b) {
        return registration.register(a, b, search.search(halved(a), halved(b)));
    }

    /**
     * The same, less sure where another distance would do as well: what repeats itself across the strip, such as slats, is told only where
     * something else decides. By how much both differ in a place is left out.
     */
    public SeamFlow measureDistinct(Picture first, Picture second) {
        SeamFlow found = registered(firstView.of(first), secondView.of(second));
        float[] distinct = search.distinct();
        float[] sure = found.sure().clone();
        for (int node = 0; node < sure.length; node++) {
            int column = (int) SeamFlow.pixel(node % found.columns()) / 2;
            int row = (int) SeamFlow.pixel(node / found.columns()) / 2;
            sure[node] *= distinct[row * (strip.columns() / 2) + column];
        }
        return FlowFill.filled(new SeamFlow(found.columns(), found.rows(), found.along(), found.across(), sure), strip);
    }

    /** The level of the lenses' pictures that is looked at, of the finer one. */
    public int level() {
        return Math.min(firstView.level(), secondView.level());
    }

    /** Means of two by two pixels; NaN where one of them is. */
    private float[] halved(float[] values) {
        int columns = strip.columns();
        float[] half = new float[values.length / 4];
        for (int row = 0; row < strip.rows() / 2; row++) {
            for (int column = 0; column < columns / 2; column++) {
                int at = 2 * row * columns + 2 * column;
                half[row * (columns / 2) + column] =
                        0.25f * (values[at] + values[at + 1] + values[at + columns] + values[at + columns + 1]);
            }
        }
        return half;
    }
}
