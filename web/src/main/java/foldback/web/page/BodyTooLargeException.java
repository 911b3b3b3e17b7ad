package foldback.web.page;

import java.io.IOException;

/** What was sent is larger than anything that is meant for its address. */
final class BodyTooLargeException extends IOException {
    private static final long serialVersionUID = 1;

    BodyTooLargeException(long most) {
        super("This is larger than what can be sent here: at most " + (most >> 10) + " kB. Nothing was changed.");
    }
}
