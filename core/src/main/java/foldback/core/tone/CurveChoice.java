package foldback.core.tone;

import foldback.core.picture.ColourTags;
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

    /** What a clip's code values mean, as far as tags say it. */
    public ColourTags tagsOf(ColourTags stated) {
        return known.map(stated::withTransfer).orElse(stated);
    }

    /** The curve of clips whose files state one. */
    public LightCurve curveOf(ColourTags stated) {
        if (sampled.isPresent()) {
            return sampled.get();
        }
        return Transfer.of(known.orElse(stated.transfer()));
    }
}
