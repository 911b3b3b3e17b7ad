package foldback.web.preview;

import foldback.core.stitch.weight.Meeting;
import foldback.engine.take.Take;
import java.util.List;

/**
 * How lenses are to meet, in the words of an address: "strips-6" shows them in turn in strips of 6 degrees, "side-A-B" shows lens A where
 * lens B sees the same.
 */
final class Meetings {
    private static final String STRIPS = "strips";
    private static final String SIDE = "side";
    private static final double LEAST_STRIP = 0.25;
    private static final double MOST_STRIP = 90;

    private Meetings() {}

    static Meeting of(List<String> look, Take shown) {
        for (String each : look) {
            String[] words = each.split("-");
            if (words[0].equals(STRIPS) && words.length == 2) {
                return new Meeting.Strips(Math.toRadians(degrees(words[1])));
            }
            if (words[0].equals(SIDE) && words.length == 3) {
                return side(words[1], words[2], shown);
            }
        }
        return Meeting.BLENDED;
    }

    /** A lens alone, where another one sees the same. */
    static Meeting side(String slot, String other, Take shown) {
        return new Meeting.Side(lens(slot, shown), lens(other, shown));
    }

    private static int lens(String slot, Take shown) {
        for (int i = 0; i < shown.clips().size(); i++) {
            if (shown.clips().get(i).ref().slot().equals(slot)) {
                return i;
            }
        }
        throw new IllegalArgumentException("Lens '" + slot + "' is off, or the take has none of that name.");
    }

    private static double degrees(String text) {
        try {
            double degrees = Double.parseDouble(text);
            if (degrees >= LEAST_STRIP && degrees <= MOST_STRIP) {
                return degrees;
            }
        } catch (NumberFormatException none) {
            // Refused below, as other widths are.
        }
        throw new IllegalArgumentException(
                "strips are " + LEAST_STRIP + " to " + MOST_STRIP + " degrees wide: '" + text + "'");
    }
}
