package foldback.core.run;

/** What the evidence says of a stage. A stage that measured nothing never says {@link #SURE}. */
public enum Verdict {
    SURE("sure"),
    CHECK("check"),
    UNSETTLED("unsettled"),
    NOT_NEEDED("not needed");

    private final String word;

    Verdict(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}
