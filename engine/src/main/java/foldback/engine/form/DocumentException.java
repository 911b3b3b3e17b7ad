package foldback.engine.form;

import java.util.function.Supplier;

/** A document that cannot be read; the message names the field and says what is wanted. */
public class DocumentException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public DocumentException(String message) {
        super(message);
    }

    /** A value; what its own rules refuse is told with its place in the document. */
    public static <T> T at(String path, Supplier<T> value) {
        try {
            return value.get();
        } catch (IllegalArgumentException refused) {
            throw new DocumentException("'" + path + "': " + refused.getMessage());
        }
    }
}
