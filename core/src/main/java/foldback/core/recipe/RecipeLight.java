package foldback.core.recipe;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.Highlights;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Trim;
import foldback.core.rig.RigLens;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightCurve;
import foldback.core.tone.LightFormat;
import foldback.core.tone.LightGains;
import foldback.core.tone.Shoulder;
import foldback.core.warp.Sampler;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What happens to the light of each lens of a recipe that is on, at any time; safe for many threads. */
public final class RecipeLight {
    private final List<RigLens> lenses;
    private final Balance balance;
    private final List<LightFormat> formats = new ArrayList<>();
    private final Shoulder shoulder;
    /** Of a balance that does not change. */
    private final List<LensLight> still;

    /**
     * @param sources of the rig's lenses that are on, in their order
     * @param out of the canvas
     */
    public RecipeLight(Recipe recipe, List<RecipePlan.Source> sources, PixelFormat out, ColourTags outTags) {
        lenses = recipe.geometry().rigOn().lenses();
        balance = recipe.balance();
        // Lenses that record alike share their tables.
        Map<List<Object>, LightFormat> formatsByRecording = new HashMap<>();
        for (RecipePlan.Source source : sources) {
            formats.add(formatsByRecording.computeIfAbsent(
                    List.of(source.format(), source.tags()),
                    key -> new LightFormat(
                            source.format(),
                            balance.tagsOf(source.tags()),
                            balance.curveOf(source.tags()),
                            out,
                            outTags,
                            Sampler.FRACTION_BITS)));
        }
        shoulder = shoulder(
                balance.curveOf(sources.isEmpty() ? outTags : sources.get(0).tags()));
        still = balance.isStill() ? lightsAt(0) : null;
    }

    private Shoulder shoulder(LightCurve curve) {
        if (balance.highlights() != Highlights.SHOULDER || balance.overStops() == 0) {
            return Shoulder.NONE;
        }
        return new Shoulder(curve.toSignal(curve.toLight(1) * StrictMath.pow(2, balance.overStops())));
    }

    /** The light of each lens at a take time, seconds. */
    public List<LensLight> at(double seconds) {
        return still != null ? still : lightsAt(seconds);
    }

    private List<LensLight> lightsAt(double seconds) {
        Trim all = balance.whole().at(seconds);
        double[] whole = all.channels();
        double lowered = balance.highlights() == Highlights.LOWER ? balance.overStops() : 0;
        List<LensLight> lights = new ArrayList<>();
        for (int i = 0; i < formats.size(); i++) {
            LensBalance lens = balance.of(lenses.get(i).slot());
            double[] own = lens.channelsAt(seconds);
            LightGains gains = LightGains.ofStops(-lowered, own[0] + whole[0], own[1] + whole[1], own[2] + whole[2]);
            double black = lens.trim().at(seconds).black() + all.black();
            lights.add(formats.get(i)
                    .light(gains, balance.vignettingOf(lenses.get(i).slot()), black, shoulder));
        }
        return lights;
    }
}
