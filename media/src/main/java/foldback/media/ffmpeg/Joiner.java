package foldback.media.ffmpeg;

import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Joins encoded pieces into one file without encoding the picture again. */
public final class Joiner {
    private Joiner() {}

    /**
     * Joins pieces of equal settings, in order, and lays the sound beside.
     *
     * @param container of the result, see {@link VideoCodec#container}
     */
    public static void join(List<Path> pieces, Optional<Path> sound, String container, Path out) {
        Path list = out.resolveSibling(out.getFileName() + ".txt");
        try {
            Files.writeString(
                    list,
                    pieces.stream()
                            .map(piece ->
                                    "file '" + piece.toAbsolutePath().toString().replace("'", "'\\''") + "'\n")
                            .collect(Collectors.joining()));
            Arguments arguments = Arguments.ffmpeg()
                    .add("-protocol_whitelist", "file,pipe", "-f", "concat", "-safe", "0")
                    .add("-i", Children.fileArgument(list));
            sound.ifPresent(file -> arguments.guardedInput(file));
            arguments.add("-map", "0:v:0");
            sound.ifPresent(file -> arguments.add("-map", "1:a:0"));
            run(
                    out,
                    arguments
                            .add("-c", "copy", "-fflags", "+bitexact", "-f", container)
                            .output(out));
        } catch (IOException failed) {
            if (NoRoomException.isCauseOf(failed)) {
                throw new NoRoomException(out, failed);
            }
            throw new MediaException(out, "The parts could not be joined: " + failed.getMessage(), failed);
        } finally {
            list.toFile().delete();
        }
    }

    /** Has a file written by FFmpeg. */
    static void run(Path out, Arguments arguments) {
        try {
            Children.Outcome outcome = Children.run(arguments.list());
            if (outcome.code() > Child.SIGNALLED) {
                throw new ChildKilledException(
                        out, "Writing " + MediaProbe.name(out) + " failed: ffmpeg was ended from outside.", null);
            }
            if (NoRoomException.isSaidIn(outcome.errors())) {
                throw new NoRoomException(out, null);
            }
            if (outcome.code() != 0) {
                throw new MediaException(
                        out, "Writing " + MediaProbe.name(out) + " failed: " + MediaProbe.lastLine(outcome.errors()));
            }
        } catch (IOException failed) {
            throw new MediaException(
                    out, "ffmpeg could not be run; is it installed? (" + failed.getMessage() + ")", failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(out, "Writing " + MediaProbe.name(out) + " was interrupted.", interrupted);
        }
    }
}
