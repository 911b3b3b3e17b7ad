package foldback.engine.render;

import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/** The separately encoded pieces of a job in its work folder. One that bears its name was whole when it got it. */
final class Pieces {
    private final RenderJob job;
    private final Path folder;

    /** Pieces one after another, from {@code first} to before {@code end}. */
    record Stretch(int first, int end) {}

    Pieces(RenderJob job, Path folder) {
        this.job = job;
        this.folder = folder;
    }

    /** Where a piece lies; negative numbers are those that are being written. */
    Path path(int number) {
        return folder.resolve(number >= 0 ? String.format("piece-%06d.mp4", number) : "unfinished" + -number + ".mp4");
    }

    List<Path> all() {
        return IntStream.range(0, job.segments()).mapToObj(this::path).toList();
    }

    /** The pieces that are to be made, as stretches without a gap. */
    List<Stretch> missing() {
        List<Stretch> stretches = new ArrayList<>();
        for (int n = 0; n < job.segments(); n++) {
            if (Files.exists(path(n))) {
                continue;
            }
            int first = n;
            while (n < job.segments() && !Files.exists(path(n))) {
                n++;
            }
            stretches.add(new Stretch(first, n));
        }
        return stretches;
    }

    /** Frames of the pieces that are there. */
    long framesThere() {
        return IntStream.range(0, job.segments())
                .filter(n -> Files.exists(path(n)))
                .mapToLong(this::framesOf)
                .sum();
    }

    long firstFrame(int number) {
        return (long) number * job.pieceFrames();
    }

    private long framesOf(int number) {
        return Math.min(job.frames(), firstFrame(number + 1)) - firstFrame(number);
    }

    /**
     * Deletes the pieces that do not hold their frames.
     *
     * @return how many there were
     */
    int dropWrong() throws IOException {
        int dropped = 0;
        for (int n = 0; n < job.segments(); n++) {
            if (Files.exists(path(n)) && !holdsItsFrames(n)) {
                Files.delete(path(n));
                dropped++;
            }
        }
        return dropped;
    }

    private boolean holdsItsFrames(int number) {
        try {
            return FrameIndex.read(path(number)).frames() == framesOf(number);
        } catch (MediaException unreadable) {
            return false;
        }
    }

    /** Bytes of the pieces that are there. */
    long bytesThere() {
        return all().stream().mapToLong(piece -> piece.toFile().length()).sum();
    }

    /** Bytes that the pieces take when all are there, by those that are; 0 while there is none. */
    long bytesWhenWhole() {
        long there = framesThere();
        return there == 0 ? 0 : Math.round((double) bytesThere() / there * job.frames());
    }
}
