package foldback.web;

/** The names of the profiles that tell the two processes apart. */
public final class Role {
    public static final String PAGES = "pages";
    public static final String WORKER = "worker";

    private Role() {}
}
