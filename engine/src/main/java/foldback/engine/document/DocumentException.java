package foldback.engine.document;

/** A document that cannot be read; the message names the field and says what is wanted. */
public class DocumentException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public DocumentException(String message) {
        super(message);
    }
}
