package foldback.web.page;

/** Something was asked for that is not there. */
public class NotFoundException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public NotFoundException(String what) {
        super("There is no " + what + ". It may have been in another data folder.");
    }
}
