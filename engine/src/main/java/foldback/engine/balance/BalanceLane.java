package foldback.engine.balance;

import foldback.core.balance.Brightness;
import foldback.core.balance.KnotPictures;
import foldback.core.balance.KnotTimes;
import foldback.core.balance.SeamDifferences;
import foldback.core.overlap.PatchPair;
import foldback.core.overlap.PatchSites;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.time.TimeSpan;
import foldback.core.tone.LightCurve;
import foldback.core.tone.Vignetting;
import java.util.ArrayList;
import java.util.List;

/** What is left of the differences between a take's lenses over its time, with all that is set by hand. */
public final class BalanceLane {
    private static final int MOMENTS = 25;

    private BalanceLane() {}

    /**
     * The differences of all seams, and what is clipped.
     *
     * @param times of their knots, seconds
     * @param clipped of each lens and knot, which share of its picture the source has clipped
     */
    public record Lane(double[] times, SeamDifferences differences, double[][] clipped) {}

    /**
     * Measures.
     *
     * @param span of the take in which all lenses that are on have frames
     * @param frames of those lenses
     */
    public static Lane measure(Recipe whole, TimeSpan span, KnotPictures frames) {
        Recipe recipe = whole.showing();
        int moments = Math.min(MOMENTS, frames.most());
        double[] times = KnotTimes.spread(span, moments);
        List<PatchPair> pairs = new ArrayList<>();
        PatchSites[] sites = new PatchSites[1];
        double[][] clipped = new double[recipe.clips().size()][moments];
        frames.read(times, (moment, pictures) -> {
            Rig fitted = recipe.rig().scaledTo(pictures);
            if (sites[0] == null) {
                sites[0] = PatchSites.of(fitted, recipe.seams().meetingMetres());
            }
            LightCurve curve = recipe.balance().curveOf(pictures.get(0).tags());
            pairs.addAll(sites[0].look(pictures, curve, moment).pairs());
            for (int i = 0; i < clipped.length; i++) {
                Brightness brightness =
                        new Brightness(fitted.lenses().get(i).lens().frame());
                brightness.look(pictures.get(i), curve);
                clipped[i][moment] = brightness.clippedShare();
            }
        });
        double[][][] stops = new double[moments][][];
        for (int t = 0; t < moments; t++) {
            double at = times[t];
            stops[t] = recipe.rig().lenses().stream()
                    .map(lens -> recipe.balance().of(lens.slot()).channelsAt(at))
                    .toArray(double[][]::new);
        }
        List<Vignetting> vignettings = recipe.rig().lenses().stream()
                .map(lens -> recipe.balance().vignettingOf(lens.slot()))
                .toList();
        return new Lane(times, SeamDifferences.of(pairs, stops, vignettings), clipped);
    }
}
