package foldback.engine.render;

import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
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

    /** Where a finished piece lies. */
    Path path(int number) {
        return folder.resolve(String.format("piece-%06d.%s", number, ending()));
    }

    /**
     * Where one that is being written lies.
     *
     * @param who writes it: 0 for the one who puts the job together, else the number of a helper
     * @param turn of two that may be written at the same time
     */
    Path unfinished(int who, int turn) {
        return folder.resolve("unfinished" + turn + (who == 0 ? "" : "-" + who) + "." + ending());
    }

    private String ending() {
        return job.spec().codec().container();
    }

    boolean isThere(int number) {
        return Files.exists(path(number));
    }

    boolean areAllThere() {
        return IntStream.range(0, job.segments()).allMatch(this::isThere);
    }

    /**
     * The longest stretch of pieces that are missing and nobody works on, from where one more should begin: its middle where somebody
     * works on the piece before it, and so comes towards it, else its start.
     */
    Optional<Stretch> free(Claims claims) throws IOException {
        Stretch longest = new Stretch(0, 0);
        boolean followed = false;
        boolean worked = false;
        for (int n = 0; n < job.segments(); n++) {
            int first = n;
            while (n < job.segments() && !isThere(n) && claims.isFree(n)) {
                n++;
            }
            if (n - first > longest.end() - longest.first()) {
                longest = new Stretch(first, n);
                followed = worked;
            }
            worked = n < job.segments() && !isThere(n);
        }
        if (longest.end() == longest.first()) {
            return Optional.empty();
        }
        int begin = followed ? (longest.first() + longest.end()) / 2 : longest.first();
        return Optional.of(new Stretch(begin, longest.end()));
    }

    List<Path> all() {
        return IntStream.range(0, job.segments()).mapToObj(this::path).toList();
    }

    /** Frames of the pieces that are there. */
    long framesThere() {
        return framesBeside(new Stretch(0, 0));
    }

    /** Frames of the pieces that are there but for those of a stretch. */
    long framesBeside(Stretch stretch) {
        return IntStream.range(0, job.segments())
                .filter(n -> (n < stretch.first() || n >= stretch.end()) && isThere(n))
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
            if (isThere(n) && !holdsItsFrames(n)) {
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
