package foldback.core.recipe.light;

import foldback.core.picture.ColourTags;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.LightCurve;
import foldback.core.tone.Vignetting;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * Exposure and white balance between the lenses.
 *
 * @param curve of the clips where it is not as their files say
 * @param vignetting towards the rim of every lens that has none of its own, to be given back
 * @param lenses those that are not listed are left as they are
 * @param whole set by hand for all lenses
 * @param reference the slot of the lens that is left as it is; else their mean is
 * @param highlights what becomes of bright places that are lifted over full scale
 * @param overStops by how much the brightest places that the source shows are lifted over full scale, as measured
 * @param transform from the footage's colours to those that are shown; what is delivered goes through it only where that is asked for
 * @param noise what is taken out of the clips before they are stitched
 */
public record Balance(
        Optional<BalanceMeasure> measure,
        CurveChoice curve,
        Vignetting vignetting,
        List<LensBalance> lenses,
        TrimTracks whole,
        Optional<String> reference,
        Highlights highlights,
        double overStops,
        Optional<Transform> transform,
        NoiseReduction noise)
        implements Decisions<Balance> {
    public static final Balance NONE = new Balance(
            Optional.empty(),
            CurveChoice.AS_TAGGED,
            Vignetting.NONE,
            List.of(),
            TrimTracks.NONE,
            Optional.empty(),
            Highlights.CUT,
            0,
            Optional.empty(),
            NoiseReduction.NONE);

    public static final Section<Balance> SECTION = Section.of("balance", Balance.class, NONE);

    public Balance {
        lenses = List.copyOf(lenses);
        if (!(overStops >= 0 && overStops <= 2 * Stops.MOST)) {
            throw new IllegalArgumentException("'overStops' must be 0 to " + 2 * Stops.MOST + ": " + overStops);
        }
    }

    public LensBalance of(String slot) {
        return lenses.stream()
                .filter(lens -> lens.slot().equals(slot))
                .findFirst()
                .orElse(LensBalance.none(slot));
    }

    /** What a lens loses towards its rim. */
    public Vignetting vignettingOf(String slot) {
        return of(slot).vignetting().orElse(vignetting);
    }

    @Override
    public Balance withSlots(UnaryOperator<String> slotOf) {
        return withLenses(lenses.stream()
                        .map(lens -> new LensBalance(
                                slotOf.apply(lens.slot()), lens.measured(), lens.trim(), lens.vignetting()))
                        .toList())
                .withReference(reference.map(slotOf));
    }

    @Override
    public Balance showing(Predicate<String> isOn) {
        return this;
    }

    /** The same for footage on which nothing of it was measured. */
    public Balance unmeasured() {
        return new Balance(
                Optional.empty(), curve, vignetting, lenses, whole, reference, highlights, overStops, transform, noise);
    }

    /** The same for other lenses. */
    public Balance withLenses(List<LensBalance> changed) {
        return new Balance(
                measure, curve, vignetting, changed, whole, reference, highlights, overStops, transform, noise);
    }

    /** The same with another reference, to be evened out again. */
    public Balance withReference(Optional<String> slot) {
        return new Balance(measure, curve, vignetting, lenses, whole, slot, highlights, overStops, transform, noise);
    }

    /** The same for clips whose curve is another one than their files say. */
    public Balance withCurve(CurveChoice chosen) {
        return new Balance(
                measure, chosen, vignetting, lenses, whole, reference, highlights, overStops, transform, noise);
    }

    /** What a clip's code values mean, as far as tags say it. */
    public ColourTags tagsOf(ColourTags stated) {
        return curve.tagsOf(stated);
    }

    /** The curve of a clip. */
    public LightCurve curveOf(ColourTags stated) {
        return curve.curveOf(stated);
    }

    public Balance withHighlights(Highlights changed) {
        return new Balance(measure, curve, vignetting, lenses, whole, reference, changed, overStops, transform, noise);
    }

    public Balance withTransform(Optional<Transform> chosen) {
        return new Balance(measure, curve, vignetting, lenses, whole, reference, highlights, overStops, chosen, noise);
    }

    public Balance withNoise(NoiseReduction taken) {
        return new Balance(
                measure, curve, vignetting, lenses, whole, reference, highlights, overStops, transform, taken);
    }

    /** Whether nothing of it changes over time. */
    public boolean isStill() {
        return whole.isStill()
                && lenses.stream()
                        .allMatch(
                                lens -> lens.measured().isStill() && lens.trim().isStill());
    }
}
