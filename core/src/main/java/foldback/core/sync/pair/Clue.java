package foldback.core.sync.pair;

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
}
