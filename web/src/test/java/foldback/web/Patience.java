package foldback.web;

import java.time.Duration;

/**
 * How long tests wait for what is to happen: ten times what a slow and busy machine needs. Nothing fails because it was slow;
 * what hangs is told all the same.
 */
final class Patience {
    /** For a page, a database, a small measure. */
    static final Duration LONG = Duration.ofMinutes(6);
    /** For renders and solves. */
    static final Duration WORK = Duration.ofMinutes(20);

    private Patience() {}
}
