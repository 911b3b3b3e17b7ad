package foldback.core.sync.pair;

import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;

/** What two clips are compared by, the most precise first. */
public enum Clue {
    SOUND("sound"),
    /** How the rig turns, as each lens sees it. */
    MOTION("motion"),
    /** Lights that go on or off. */
    LIGHT("light"),
    /** Somebody said so. */
    HAND("lock");

    private final String word;

    Clue(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    /** For people: "sound, motion and light". */
    public static String words(Collection<Clue> clues, String last) {
        List<String> words = clues.stream().sorted().distinct().map(Clue::word).toList();
        return words.size() < 2
                ? String.join("", words)
                : words.stream().limit(words.size() - 1L).collect(Collectors.joining(", ")) + " " + last + " "
                        + words.get(words.size() - 1);
    }
}
