package foldback.web.page;

/** More is asked for at once than there is memory for. */
final class TooBusyException extends RuntimeException {
    private static final long serialVersionUID = 1;

    TooBusyException() {
        super("Too many pictures are being made at once. Close pages that are not needed, or try again in a moment.");
    }
}
