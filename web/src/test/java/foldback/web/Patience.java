package foldback.web;

import java.time.Duration;

/**
 * How long tests wait for what is to happen: ten times what a slow and busy machine needs. Nothing fails because it was slow;
 * what hangs is told all the same.
 */
final class Patience {
    /** For a page or a database. */
    static final Duration LONG = Duration.ofMinutes(6);
    /** For what stands behind other work: renders, solves, proxies. */
    static final Duration WORK = Duration.ofMinutes(20);

    private Patience() {}
}
