package foldback.media.log;

import foldback.media.MediaException;
import java.nio.file.Path;
import java.util.List;

/** A table whose header does not say what its columns are. */
public final class ColumnsUnsaidException extends MediaException {
    private static final long serialVersionUID = 1;
    private final transient List<String> names;

    ColumnsUnsaidException(Path file, List<String> names, String message) {
        super(file, message);
        this.names = List.copyOf(names);
    }

    /** What the columns are called; the first row where there is no header. */
    public List<String> names() {
        return names;
    }
}
