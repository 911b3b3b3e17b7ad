package foldback.web.project;

/** Names of projects and takes, as the database and lists have room for them. */
public final class Names {
    private static final int MOST = 120;

    private Names() {}

    /**
     * A name without blanks around it.
     *
     * @param what bears it, for people
     * @throws IllegalArgumentException where there is none, or it is too long
     */
    public static String check(String what, String name) {
        if (name == null || name.isBlank() || name.length() > MOST) {
            throw new IllegalArgumentException("A " + what + " needs a name of 1 to " + MOST + " letters.");
        }
        return name.strip();
    }
}
