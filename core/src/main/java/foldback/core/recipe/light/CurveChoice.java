package foldback.core.recipe.light;

import foldback.core.picture.ColourTags;
import foldback.core.tone.LightCurve;
import foldback.core.tone.SampledCurve;
import foldback.core.tone.Transfer;
import java.util.Optional;

/**
 * What the clips' values mean where it is not as their files say; at most one of both.
 *
 * @param known a curve by its name
 * @param sampled one by a table
 */
public record CurveChoice(Optional<ColourTags.Curve> known, Optional<SampledCurve> sampled) {
    public static final CurveChoice AS_TAGGED = new CurveChoice(Optional.empty(), Optional.empty());

    public CurveChoice {
        if (known.isPresent() && sampled.isPresent()) {
            throw new IllegalArgumentException("a take has one curve: 'curve' or 'linear'");
        }
    }

    /** The curve of clips whose files state one. */
    LightCurve curveOf(ColourTags stated) {
        if (sampled.isPresent()) {
            return sampled.get();
        }
        return Transfer.of(known.orElse(stated.transfer()));
    }
}
