package foldback.web.rig;

import foldback.engine.rig.RigRequest;
import java.util.List;
import java.util.Locale;

/**
 * How a page asks for a rig.
 *
 * @param moments take times to look at, seconds; none for those that the program proposes
 * @param card what the rig is taken for that it starts from: "kind" or "unit"
 * @param turnsOnly whether only where the lenses point is found
 * @param fromPoints whether the points that are there are taken instead of new ones
 */
record RigOrder(List<Double> moments, String card, Boolean turnsOnly, Boolean fromPoints) {
    RigOrder {
        turnsOnly = Boolean.TRUE.equals(turnsOnly);
        fromPoints = Boolean.TRUE.equals(fromPoints);
    }

    RigRequest request() {
        try {
            String word = card == null ? "kind" : card;
            return new RigRequest(
                    moments == null ? List.of() : moments,
                    RigRequest.Card.valueOf(word.toUpperCase(Locale.ROOT)),
                    turnsOnly);
        } catch (IllegalArgumentException unknown) {
            throw new IllegalArgumentException(
                    "A rig is solved from a card of its 'kind' or of this 'unit', not '" + card + "'.");
        }
    }
}
