package foldback.engine.render;

import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.stream.Stream;

/**
 * How a finished file, or folder of images, gets its name: only where nothing bears it, and so that after a crash at any moment it is known whether
 * the file that bears it is this job's. A move would overwrite what is there; a second name for the same file cannot.
 */
final class Publication {
    private static final String CLAIMING = "claiming";
    private final Path note;
    private final Path out;
    private final Path part;
    private final Naming naming;

    /** Gives a file a second name; fails where the name is taken. */
    @FunctionalInterface
    interface Naming {
        void give(Path name, Path file) throws IOException;
    }

    /**
     * @param folder of the job's work
     * @param note names the file in the folder that says which file bears the name
     * @param out the name to be given
     * @param key of the job: with the name it gives the file beside {@code out} a name that nobody else uses
     */
    Publication(Path folder, String note, Path out, String key) {
        this(folder, note, out, key, Files::createLink);
    }

    Publication(Path folder, String note, Path out, String key, Naming naming) {
        this.note = folder.resolve(note);
        this.out = out;
        this.part = out.resolveSibling("." + ContentHash.ofText(key + out).substring(0, 16) + ".part");
        this.naming = naming;
    }

    /** Where the finished file is to be written, on the same disk as its name. */
    Path part() {
        return part;
    }

    /** Whether the name is borne by the file that an earlier attempt at this job published. */
    boolean isDone() throws IOException {
        return Files.exists(out) && Files.exists(note) && Files.readString(note).equals(identity(out));
    }

    /** Refuses a name that is borne by something else. */
    void refuseWhereTaken() throws IOException {
        boolean claimed =
                Files.exists(note) && Files.readString(note).equals(CLAIMING) && Files.exists(out) && isEmpty(out);
        if (claimed) {
            Files.delete(out);
        } else if (Files.exists(out)) {
            throw taken(null);
        }
    }

    private static boolean isEmpty(Path out) throws IOException {
        if (!Files.isDirectory(out)) {
            return Files.size(out) == 0;
        }
        try (Stream<Path> inside = Files.list(out)) {
            return inside.findAny().isEmpty();
        }
    }

    /** Gives the finished file, or folder, its name. */
    void publish() throws IOException {
        if (Files.isDirectory(part)) {
            claimAndMove();
            return;
        }
        Files.writeString(note, identity(part));
        try {
            naming.give(out, part);
        } catch (FileAlreadyExistsException taken) {
            throw taken(taken);
        } catch (UnsupportedOperationException | FileSystemException noSecondNames) {
            claimAndMove();
        }
        Files.deleteIfExists(part);
    }

    /** For folders, and disks on which a file has one name alone: what is empty claims the name, and only that is overwritten. */
    private void claimAndMove() throws IOException {
        String identity = identity(part);
        Files.writeString(note, CLAIMING);
        try {
            if (Files.isDirectory(part)) {
                Files.createDirectory(out);
            } else {
                Files.createFile(out);
            }
        } catch (FileAlreadyExistsException taken) {
            throw taken(taken);
        }
        Files.move(part, out, StandardCopyOption.ATOMIC_MOVE);
        Files.writeString(note, identity);
    }

    private MediaException taken(IOException cause) {
        return new MediaException(out, out.getFileName() + " exists already. Choose another name.", cause);
    }

    /** What stays of a file while it gets another name, and no other file has. */
    private static String identity(Path file) throws IOException {
        BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
        return attributes.fileKey() + " " + attributes.size() + " " + attributes.lastModifiedTime();
    }
}
