package foldback.media.log;

import foldback.core.motion.log.LogColumns;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntToDoubleFunction;
import java.util.regex.Pattern;

/** What a table's columns are by the words of its header: a sensor, an axis and a unit each, in any order and spelling. */
final class ColumnNames {
    private static final Set<String> TIME = Set.of("t", "time", "timestamp", "ts");
    private static final Set<String> GYRO =
            Set.of("gyro", "gyr", "gyroscope", "g", "w", "omega", "angular", "rot", "rotation", "rate");
    private static final Set<String> ACCELERATION = Set.of("acc", "accel", "acceleration", "accelerometer", "a");
    private static final Set<String> AXES = Set.of("x", "y", "z");
    /** A name with its axis run together, as in gyroX or ax. */
    private static final Pattern JOINED =
            Pattern.compile("(gyroscope|gyro|gyr|omega|rot|accelerometer|accel|acc|g|w|a)([xyz])");

    private ColumnNames() {}

    /**
     * Reads them; empty where there is no turning rate about each axis, each once.
     *
     * @param gap by a column, how far apart its values usually are: a time whose unit is not said is told by it
     */
    static Optional<LogColumns> read(List<String> header, IntToDoubleFunction gap) {
        int[] gyro = {-1, -1, -1};
        int[] acceleration = {-1, -1, -1};
        int time = -1;
        double gyroUnit = 0;
        double timeUnit = 0;
        for (int i = 0; i < header.size(); i++) {
            List<String> words = words(header.get(i));
            Optional<Integer> axis = words.stream()
                    .filter(AXES::contains)
                    .map(word -> word.charAt(0) - 'x')
                    .findFirst();
            if (axis.isPresent() && words.stream().anyMatch(ACCELERATION::contains)) {
                acceleration[axis.get()] = i;
            } else if (axis.isPresent() && words.stream().anyMatch(GYRO::contains)) {
                gyro[axis.get()] = i;
                gyroUnit = gyroUnit(words);
            } else if (time < 0 && axis.isEmpty() && words.stream().anyMatch(TIME::contains)) {
                time = i;
                timeUnit = timeUnit(words);
            }
        }
        if (time < 0 || Arrays.stream(gyro).anyMatch(column -> column < 0)) {
            return Optional.empty();
        }
        double unit = timeUnit > 0 ? timeUnit : likelyUnit(gap.applyAsDouble(time));
        boolean isComplete = Arrays.stream(acceleration).allMatch(column -> column >= 0);
        return unit > 0
                ? Optional.of(
                        new LogColumns(time, unit, list(gyro), gyroUnit, isComplete ? list(acceleration) : List.of()))
                : Optional.empty();
    }

    private static List<Integer> list(int[] columns) {
        return Arrays.stream(columns).boxed().toList();
    }

    private static List<String> words(String name) {
        String spaced = name.replaceAll("([a-z])([A-Z])", "$1 $2").toLowerCase(Locale.ROOT);
        return Arrays.stream(spaced.split("[^a-z0-9\u00b5\u00b0]+"))
                .flatMap(word -> {
                    var joined = JOINED.matcher(word);
                    return joined.matches()
                            ? Arrays.stream(new String[] {joined.group(1), joined.group(2)})
                            : Arrays.stream(new String[] {word});
                })
                .filter(word -> !word.isEmpty())
                .toList();
    }

    private static double gyroUnit(List<String> words) {
        if (words.stream().anyMatch(word -> word.startsWith("rad"))) {
            return 1;
        }
        return words.stream()
                        .anyMatch(word -> word.startsWith("deg") || word.equals("dps") || word.startsWith("\u00b0"))
                ? Math.toRadians(1)
                : 0;
    }

    private static double timeUnit(List<String> words) {
        for (String word : words) {
            switch (word) {
                case "s", "sec", "secs", "second", "seconds" -> {
                    return 1;
                }
                case "ms", "msec", "millis", "milliseconds" -> {
                    return 1e-3;
                }
                case "us", "\u00b5s", "usec", "micros", "microseconds" -> {
                    return 1e-6;
                }
                case "ns", "nsec", "nanos", "nanoseconds" -> {
                    return 1e-9;
                }
                default -> {}
            }
        }
        return 0;
    }

    /** Of the units that a time may have, the one by which there are 20 to 4000 samples a second; 0 where there is none. */
    static double likelyUnit(double gap) {
        for (double unit : new double[] {1, 1e-3, 1e-6, 1e-9}) {
            double rate = 1 / (gap * unit);
            if (rate >= 20 && rate <= 4000) {
                return unit;
            }
        }
        return 0;
    }
}
