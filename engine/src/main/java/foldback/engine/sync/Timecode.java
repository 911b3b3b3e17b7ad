package foldback.engine.sync;

import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** SMPTE ST 12-1 timecode as text: hours, minutes, seconds and frames; a semicolon before the frames where numbers are dropped. */
public final class Timecode {
    private static final Pattern TEXT = Pattern.compile("(\\d{1,2}):(\\d{2}):(\\d{2})([:;.])(\\d{2,3})");

    private Timecode() {}

    /**
     * Seconds since midnight that a timecode stands for.
     *
     * @param framesPerSecond of the clip; frames are numbered by the next whole number
     * @return empty where the text is none
     */
    public static OptionalDouble seconds(double framesPerSecond, String text) {
        Matcher parts = TEXT.matcher(text.strip());
        int nominal = (int) Math.round(framesPerSecond);
        if (!parts.matches() || nominal < 1 || Integer.parseInt(parts.group(5)) >= nominal) {
            return OptionalDouble.empty();
        }
        long minutes = 60L * Integer.parseInt(parts.group(1)) + Integer.parseInt(parts.group(2));
        long number = (60 * minutes + Integer.parseInt(parts.group(3))) * nominal + Integer.parseInt(parts.group(5));
        if (!parts.group(4).equals(":") && nominal % 30 == 0) {
            // Two numbers of thirty a second are left out each minute, but for each tenth.
            number -= 2L * (nominal / 30) * (minutes - minutes / 10);
        }
        return OptionalDouble.of(number / framesPerSecond);
    }
}
