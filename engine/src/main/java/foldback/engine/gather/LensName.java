package foldback.engine.gather;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a file's name says of its lens.
 *
 * @param stem the rest of the name, which the clips of a take share
 * @param kind how the lens is told: names of different kinds do not belong together
 * @param rank the lens's place among its kind
 * @param said the part of the name that tells the lens
 */
record LensName(String stem, Kind kind, int rank, String said) {

    /** How a name tells its lens. */
    enum Kind {
        SIDE,
        DIRECTION,
        LETTER,
        CAMERA,
        NUMBER
    }

    private static final List<String> SIDES = List.of("left", "right");
    private static final List<String> DIRECTIONS = List.of("front", "back", "rear", "up", "down", "top", "bottom");
    private static final String BEGIN = "(?<![a-z0-9])";
    private static final String END = "(?![a-z0-9])";
    private static final Pattern SIDE = Pattern.compile(BEGIN + "(left|right)" + END);
    private static final Pattern DIRECTION = Pattern.compile(BEGIN + "(" + String.join("|", DIRECTIONS) + ")" + END);
    private static final Pattern CAMERA = Pattern.compile(BEGIN + "(?:cam|camera|lens)[ _-]?([0-9]{1,2}|[a-z])" + END);
    private static final Pattern LAST_LETTER = Pattern.compile("(?<=[ _.-])([a-z])$");
    private static final Pattern FIRST_LETTER = Pattern.compile("^([a-z])(?=[ _.-])");
    private static final Pattern NUMBER = Pattern.compile("([0-9]{1,4})$");

    /** Reads a name; empty where it tells no lens. */
    static Optional<LensName> of(String fileName) {
        int dot = fileName.lastIndexOf('.');
        String name = (dot > 0 ? fileName.substring(0, dot) : fileName).toLowerCase(Locale.ROOT);
        return find(SIDE, Kind.SIDE, name)
                .or(() -> find(DIRECTION, Kind.DIRECTION, name))
                .or(() -> find(CAMERA, Kind.CAMERA, name))
                .or(() -> find(LAST_LETTER, Kind.LETTER, name))
                .or(() -> find(FIRST_LETTER, Kind.LETTER, name))
                .or(() -> find(NUMBER, Kind.NUMBER, name));
    }

    private static Optional<LensName> find(Pattern pattern, Kind kind, String name) {
        Matcher matcher = pattern.matcher(name);
        if (!matcher.find()) {
            return Optional.empty();
        }
        String said = matcher.group(1);
        String stem = name.substring(0, matcher.start()) + "*" + name.substring(matcher.end());
        return Optional.of(new LensName(stem, kind, rank(kind, said), said));
    }

    private static int rank(Kind kind, String said) {
        return switch (kind) {
            case SIDE -> SIDES.indexOf(said);
            case DIRECTION -> DIRECTIONS.indexOf(said);
            default -> Character.isDigit(said.charAt(0)) ? Integer.parseInt(said) : said.charAt(0);
        };
    }
}
