package foldback.engine.rig;

import foldback.core.solve.adjust.SolveSettings.Freedom;
import foldback.engine.document.Asked;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * How a page asks for a rig; what is not said is as the program would have it.
 *
 * @param moments take times to look at, seconds; none for those that the program proposes
 * @param start what the rig that it starts from is taken for: "kind", "unit" or "nothing"
 * @param order of the clips: "given" or "any"
 * @param free how numbers may change: "held", "shared" or "own" for focal, centre, distortion and pupils
 * @param fromPoints whether the points that are there are taken instead of new ones
 */
public record SolveOrder(List<Double> moments, String start, String order, Free free, Boolean fromPoints) {

    public record Free(String focal, String centre, String distortion, String pupils) {
        RigRequest.Free request() {
            return new RigRequest.Free(
                    word("free.focal", focal, Freedom.OWN),
                    word("free.centre", centre, Freedom.OWN),
                    word("free.distortion", distortion, Freedom.OWN),
                    word("free.pupils", pupils, Freedom.OWN));
        }
    }

    public SolveOrder {
        fromPoints = Boolean.TRUE.equals(fromPoints);
    }

    RigRequest request() {
        return new RigRequest(
                Asked.listOrNone(moments, "moments"),
                word("start", start, RigRequest.Start.KIND),
                word("order", order, RigRequest.Order.GIVEN),
                free == null ? RigRequest.Free.ALL : free.request());
    }

    private static <E extends Enum<E>> E word(String name, String word, E otherwise) {
        if (word == null) {
            return otherwise;
        }
        try {
            return Enum.valueOf(otherwise.getDeclaringClass(), word.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException unknown) {
            String words = String.join(
                    ", ",
                    Arrays.stream(otherwise.getDeclaringClass().getEnumConstants())
                            .map(each -> each.name().toLowerCase(Locale.ROOT))
                            .toList());
            throw new IllegalArgumentException("'" + name + "' must be one of " + words + ": '" + word + "'");
        }
    }
}
