package foldback.engine.take;

import foldback.core.run.Run;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.function.Function;

/**
 * What was measured of clips, as files of a folder that are named by all that it follows from; any may be deleted at any time and is measured
 * again.
 *
 * @param <T> what is kept of a clip
 */
public final class MeasuredFiles<T> {
    private static final int BUFFER = 1 << 16;

    private final Path folder;
    private final String ending;
    private final Form<T> form;

    /** How it is written. */
    public interface Form<T> {
        void write(T value, DataOutputStream out) throws IOException;

        T read(DataInputStream in) throws IOException;
    }

    /** @param ending of the files' names, with its dot */
    public MeasuredFiles(Path folder, String ending, Form<T> form) {
        this.folder = folder;
        this.ending = ending;
        this.form = form;
    }

    /**
     * Reads what was measured of a clip, or measures it.
     *
     * @param from all that it follows from besides the clip's content and the part of its picture
     * @param run progress; cancelling throws
     * @throws MediaException where it cannot be kept
     */
    public T of(TakeClip clip, String from, Function<Run, T> measure, Run run) {
        String all = clip.ref().sha256() + " " + clip.ref().area() + " " + from;
        Path file = folder.resolve(ContentHash.ofText(all) + ending);
        try {
            if (!Files.isRegularFile(file)) {
                keep(measure.apply(run), file);
            }
            try (DataInputStream in =
                    new DataInputStream(new BufferedInputStream(Files.newInputStream(file), BUFFER))) {
                return form.read(in);
            }
        } catch (IOException failed) {
            throw new MediaException(
                    clip.file(),
                    "What was measured of " + clip.ref().file() + " could not be kept: " + failed.getMessage()
                            + ". Make room on the disk and try again.",
                    failed);
        }
    }

    private void keep(T value, Path file) throws IOException {
        Files.createDirectories(folder);
        Path part = Files.createTempFile(folder, "new", ".part");
        try {
            try (DataOutputStream out =
                    new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(part), BUFFER))) {
                form.write(value, out);
            }
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
