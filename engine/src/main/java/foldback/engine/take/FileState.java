package foldback.engine.take;

import java.nio.file.Path;

/** A file as it was when it was looked into: what was found there holds for as long as it is the same. */
public record FileState(Path path, long bytes, long changed) {

    public static FileState of(Path path) {
        return new FileState(path, path.toFile().length(), path.toFile().lastModified());
    }
}
