package foldback.engine.render;

import foldback.core.run.Run;
import foldback.media.ChildKilledException;
import foldback.media.Folders;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.ffmpeg.ImageSequence;
import foldback.media.ffmpeg.Joiner;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.tags.SphericalTagger;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Makes the file of a job. */
public final class Renderer {
    /** Pieces that turn out wrong are made again; those that are wrong again are no accident. */
    private static final int ATTEMPTS = 3;

    /** Between looks at what others do. */
    private static final long WAIT_MILLIS = 100;

    private final int threads;
    private final int niceness;

    /** @param threads for stitching; any number gives the same pixels */
    public Renderer(int threads, int niceness) {
        this.threads = threads;
        this.niceness = niceness;
    }

    /**
     * Renders, or goes on where an earlier attempt with the same work folder stopped.
     *
     * @param work a folder for pieces; emptied at the end, kept when the render breaks
     * @param out the file to make; nothing may bear its name, and it appears only when it is complete and verified
     * @param run progress over the frames; cancelling throws {@link java.util.concurrent.CancellationException}
     * @throws BusyException where another process is at the same job in the same work folder
     * @throws NoRoomException where a disk is full
     */
    public Verified render(RenderJob job, Path work, Path out, Run run) throws InterruptedException {
        List<Verified> verified = new ArrayList<>();
        render(job, work, out, run, verified::add);
        return verified.get(0);
    }

    /**
     * The same for one who keeps a record of it: until {@link Record#done} returned, a new attempt knows the published file
     * for its own. Does nothing where the record says that it was done meanwhile.
     */
    public void render(RenderJob job, Path work, Path out, Run run, Record record) throws InterruptedException {
        Path folder = work.resolve(job.key());
        Pieces pieces = new Pieces(job, folder);
        try {
            Files.createDirectories(folder);
            WorkLock held = WorkLock.take(folder);
            try (held) {
                if (record.isOpen()) {
                    record.done(renderHeld(job, pieces, folder, out, run));
                    vanish(folder);
                }
            }
        } catch (IOException failed) {
            if (NoRoomException.isCauseOf(failed)) {
                throw new NoRoomException(folder, failed);
            }
            throw new MediaException(
                    out,
                    out.getFileName() + " could not be written: " + failed.getMessage()
                            + ". Check the disk and start it again; finished parts are kept.",
                    failed);
        }
    }

    /** At once for those who help, who would take a half deleted folder for one with pieces missing. */
    private static void vanish(Path folder) throws IOException {
        Path gone = folder.resolveSibling(folder.getFileName() + ".gone");
        Folders.delete(gone);
        Files.move(folder, gone, StandardCopyOption.ATOMIC_MOVE);
        Folders.delete(gone);
    }

    /**
     * Helps another process with a job: makes pieces that nobody works on, until all are made or somebody's. What the helper leaves
     * undone, the other makes.
     *
     * @param run cancelling throws {@link java.util.concurrent.CancellationException}
     * @return whether there is such a process, so that it was helped
     */
    public boolean help(RenderJob job, Path workFolder, Run run) throws InterruptedException {
        Path folder = workFolder.resolve(job.key());
        try {
            if (!WorkLock.isHeld(folder)) {
                return false;
            }
            Claims claims = Claims.in(folder);
            Pieces pieces = new Pieces(job, folder);
            if (pieces.free(claims).isEmpty()) {
                return true;
            }
            int who = 1;
            Optional<FileLease> place = claims.helper(who);
            while (place.isEmpty()) {
                place = claims.helper(++who);
            }
            try (FileLease held = place.get();
                    PieceWork work = new PieceWork(job, pieces, folder, who, threads, niceness)) {
                work.work(run);
                return true;
            }
        } catch (NoSuchFileException over) {
            return false;
        } catch (IOException failed) {
            throw NoRoomException.isCauseOf(failed)
                    ? new NoRoomException(folder, failed)
                    : new MediaException(folder, "Pieces could not be written: " + failed.getMessage(), failed);
        }
    }

    /** Where it stands that a file is to be made, and that it is finished. */
    @FunctionalInterface
    public interface Record {
        /** Whether it is still to be made; asked while nobody else works on it. */
        default boolean isOpen() throws InterruptedException {
            return true;
        }

        void done(Verified verified) throws InterruptedException;
    }

    /** About how many bytes a job still needs in its work folder, and as many as {@link Room#out} where its file appears. */
    public static Room room(RenderJob job, Path work) {
        Path folder = work.resolve(job.key());
        Pieces pieces = new Pieces(job, folder);
        long whole = pieces.bytesWhenWhole();
        // Pieces and the file joined from them lie beside each other before the pieces go.
        return new Room(2 * whole - pieces.bytesThere(), whole);
    }

    /**
     * Bytes that are needed.
     *
     * @param work for pieces
     * @param out for the finished file
     */
    public record Room(long work, long out) {}

    private Verified renderHeld(RenderJob job, Pieces pieces, Path folder, Path out, Run run)
            throws IOException, InterruptedException {
        Publication publication = publication(job, folder, out);
        if (publication.isDone()) {
            VideoCodec codec = job.spec().codec();
            return codec.isImages()
                    ? VerifiedImages.check(
                            ImageSequence.in(out, codec), job, DamageNotes.ofAll(folder), Optional.empty())
                    : Verified.check(out, job, DamageNotes.ofAll(folder), Verified.Comparison.NONE);
        }
        publication.refuseWhereTaken();
        new FilmSound(job, folder).refuseWhereTaken(out);
        Files.createDirectories(out.toAbsolutePath().getParent());
        try (PieceWork work = new PieceWork(job, pieces, folder, 0, threads, niceness)) {
            for (int attempt = 1; ; attempt++) {
                makeAll(job, pieces, work, run);
                try {
                    return assemble(job, pieces, folder, out, work);
                } catch (NoRoomException | ChildKilledException notThePieces) {
                    throw notThePieces;
                } catch (MediaException wrong) {
                    if (attempt == ATTEMPTS || pieces.dropWrong() == 0) {
                        throw wrong;
                    }
                }
            }
        }
    }

    private static Publication publication(RenderJob job, Path folder, Path out) {
        return new Publication(folder, "published", out, job.key());
    }

    /** Makes what is missing and waits for what others make of it; what they leave behind is taken over. */
    private static void makeAll(RenderJob job, Pieces pieces, PieceWork work, Run run)
            throws IOException, InterruptedException {
        work.work(run);
        while (!pieces.areAllThere()) {
            run.step((double) pieces.framesThere() / job.frames());
            Thread.sleep(WAIT_MILLIS);
            work.work(run);
        }
    }

    private static Verified assemble(RenderJob job, Pieces pieces, Path folder, Path out, PieceWork work)
            throws IOException, InterruptedException {
        FilmSound sound = new FilmSound(job, folder);
        Publication publication = publication(job, folder, out);
        Path part = publication.part();
        try {
            Folders.delete(part);
            Verified verified = job.spec().codec().isImages()
                    ? images(job, pieces, folder, part, work, out)
                    : film(job, pieces, folder, part, work, sound);
            sound.publishBeside(out);
            publication.publish();
            return verified;
        } finally {
            Folders.delete(part);
        }
    }

    private static Verified film(RenderJob job, Pieces pieces, Path folder, Path part, PieceWork work, FilmSound sound)
            throws IOException, InterruptedException {
        String container = job.spec().codec().container();
        Path joined = folder.resolve("joined." + container);
        Joiner.join(pieces.all(), sound.writeInside(), container, joined);
        SphericalTagger.copyTagged(joined, part, job.tags());
        FreshLook look = new FreshLook(job, folder);
        return Verified.check(
                part,
                job,
                DamageNotes.ofAll(folder),
                (index, video) -> Optional.of(look.worst(part, FreshLook.of(part, index, video), work::frame)));
    }

    private static Verified images(RenderJob job, Pieces pieces, Path folder, Path part, PieceWork work, Path out)
            throws IOException, InterruptedException {
        VideoCodec codec = job.spec().codec();
        ImageSequence images = new ImageSequence(part, ImageSequence.nameIn(out, codec), codec);
        images.unpack(pieces.all(), job.pieceFrames());
        FreshLook look = new FreshLook(job, folder);
        return VerifiedImages.check(
                images,
                job,
                DamageNotes.ofAll(folder),
                Optional.of(look.worst(part, number -> work.readBack(images, number), work::frame)));
    }
}
