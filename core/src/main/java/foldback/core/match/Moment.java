package foldback.core.match;

import foldback.core.picture.Plane;
import java.util.List;

/**
 * What all lenses of a rig saw at one moment.
 *
 * @param lumas one for each lens, of the size that the rig states
 * @param bits of a sample
 */
public record Moment(List<Plane> lumas, int bits) {

    public Moment {
        lumas = List.copyOf(lumas);
    }
}
