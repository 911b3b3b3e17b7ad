package foldback.core.recipe.light;

/** What becomes of bright places that a correction lifts over full scale. */
public enum Highlights {
    /** They are cut off. */
    CUT("cut"),
    /** The whole sphere is lowered until they fit. */
    LOWER("lower"),
    /** They are drawn together below full scale, in all lenses alike. */
    SHOULDER("shoulder");

    private final String word;

    Highlights(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
