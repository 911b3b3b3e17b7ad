package foldback.engine.render;

/** Another process is at work on the same job. */
public final class BusyException extends RuntimeException {
    private static final long serialVersionUID = 1;

    BusyException() {
        super("Another process is making this file already. Wait until it is done, or end that one first.");
    }
}
