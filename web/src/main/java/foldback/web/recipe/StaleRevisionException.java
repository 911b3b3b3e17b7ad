package foldback.web.recipe;

/** A change was made on a revision that is not the head any more; nothing was recorded. */
public class StaleRevisionException extends RuntimeException {
    private static final long serialVersionUID = 1;
    private final int base;
    private final String mine;
    private final int head;
    private final String theirs;

    StaleRevisionException(int base, String mine, int head, String theirs) {
        super("This take was changed elsewhere meanwhile: it is at revision " + head + " (" + theirs
                + "), your change (" + mine + ") was made on revision " + base + ". Nothing was merged.");
        this.base = base;
        this.mine = mine;
        this.head = head;
        this.theirs = theirs;
    }

    public int base() {
        return base;
    }

    public String mine() {
        return mine;
    }

    public int head() {
        return head;
    }

    public String theirs() {
        return theirs;
    }
}
