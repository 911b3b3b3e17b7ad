package foldback.core.sync;

import foldback.core.run.Reason;
import foldback.core.run.ReasonCode;
import foldback.core.sync.pair.Clue;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Why offsets are judged as they are. Clips are told by their numbers, from 1. */
public enum SyncReason implements ReasonCode {
    /** Names: the clues that were looked at. */
    NOTHING_TO_COMPARE,
    ALL_REPEATS,
    /** Names: the clues that were looked at. */
    NOTHING_IN_COMMON,
    /** Names: the clues that were looked at. Numbers: the clips. */
    CLIPS_REPEAT,
    /** Names: the clues that were looked at. Numbers: the clips. */
    CLIPS_ALONE,
    /** Names: the clues that were looked at. Numbers: the clip. */
    LITTLE_SHARED,
    /** Names: the clue. Numbers: both clips, milliseconds. */
    CONTRADICTS,
    LOOK_AT_MOVEMENT,
    /** Of two clips. Names: the clues. */
    FITS,
    /** Numbers: comparisons that agree, and all. */
    AGREE,
    /** Names: the clues. Numbers: the clip. */
    PLACED_BY,
    /** Names: what an earlier version said. */
    EARLIER;

    /** The names of clues in a reason, in their own order. */
    static List<String> names(Collection<Clue> clues) {
        return clues.stream().sorted().distinct().map(Clue::word).toList();
    }

    @Override
    public String sentence(Reason it) {
        return switch (this) {
            case NOTHING_TO_COMPARE ->
                it.names().equals(names(List.of(Clue.SOUND)))
                        ? "No two clips share a second of sound."
                        : "No two clips share " + listed(it.names(), "or") + " that could be compared.";
            case ALL_REPEATS ->
                "What is heard or seen repeats itself: several offsets fit as well as each other. Place the clips by hand.";
            case NOTHING_IN_COMMON ->
                "No two clips have " + listed(it.names(), "or")
                        + " in common. A clap near the rig, or one recorder on, would have helped.";
            case CLIPS_REPEAT -> unplaced(it, " only " + listed(it.names(), "or") + " that repeats itself");
            case CLIPS_ALONE -> unplaced(it, " no " + listed(it.names(), "or") + " in common with the others");
            case LITTLE_SHARED ->
                "Clip " + it.whole(0) + " shares little " + listed(it.names(), "or") + " with the first.";
            case CONTRADICTS ->
                String.format(
                        Locale.ROOT,
                        "The %s of clips %d and %d contradicts the others by %.0f ms.",
                        it.name(),
                        it.whole(0),
                        it.whole(1),
                        it.number(2));
            case LOOK_AT_MOVEMENT -> "Offsets were found: look at a quick movement.";
            case FITS ->
                it.names().size() == 1
                        ? "The " + it.name() + " fits all along the overlap."
                        : capital(listed(it.names(), "and")) + " agree all along the overlap.";
            case AGREE -> it.whole(0) + " of " + it.whole(1) + " comparisons of two clips agree, round every loop.";
            case PLACED_BY -> "Clip " + it.whole(0) + " is placed by " + listed(it.names(), "and") + ", not by sound.";
            case EARLIER -> it.name();
        };
    }

    private static String unplaced(Reason it, String why) {
        return it.numbers().size() == 1
                ? "Clip " + it.whole(0) + " has" + why + "; place it by hand."
                : it.numbers().size() + " clips have" + why + "; place them by hand.";
    }

    /** "sound, motion and light". */
    private static String listed(List<String> words, String last) {
        return words.size() < 2
                ? String.join("", words)
                : words.stream().limit(words.size() - 1L).collect(Collectors.joining(", ")) + " " + last + " "
                        + words.get(words.size() - 1);
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }
}
