package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.core.recipe.ClipRef;
import foldback.core.run.Run;
import foldback.core.run.Threads;
import foldback.engine.document.RenderSpec;
import foldback.engine.picture.Additions;
import foldback.engine.picture.PictureMaker;
import foldback.engine.take.TakeClip;
import foldback.media.ChildKilledException;
import foldback.media.Folders;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.Joiner;
import foldback.media.process.StepBack;
import foldback.media.tags.SphericalTagger;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** Makes the file of a job. */
public final class Renderer {
    /** What share of the heap may hold the places of a still geometry. */
    private static final int KEPT_SHARE = 4;

    /** Pieces that turn out wrong are made again; those that are wrong again are no accident. */
    private static final int ATTEMPTS = 3;

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
                    Folders.delete(folder);
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
        Publication publication = new Publication(folder, out, job.key());
        if (publication.isDone()) {
            return Verified.check(out, job, new DamageNotes(folder).clips());
        }
        publication.refuseWhereTaken();
        Files.createDirectories(out.toAbsolutePath().getParent());
        DamageNotes damage = new DamageNotes(folder);
        for (int attempt = 1; ; attempt++) {
            for (Pieces.Stretch stretch : pieces.missing()) {
                renderStretch(job, pieces, stretch, damage, run);
            }
            try {
                return assemble(job, pieces, folder, publication, damage);
            } catch (NoRoomException | ChildKilledException notThePieces) {
                throw notThePieces;
            } catch (MediaException wrong) {
                if (attempt == ATTEMPTS || pieces.dropWrong() == 0) {
                    throw wrong;
                }
            }
        }
    }

    private void renderStretch(RenderJob job, Pieces pieces, Pieces.Stretch stretch, DamageNotes damage, Run run)
            throws IOException, InterruptedException {
        RenderSpec spec = job.spec();
        PictureMaker maker = PictureMaker.ofRun(
                job.recipe(),
                job.shown().sources(),
                job.target(),
                job.transform(),
                Runtime.getRuntime().maxMemory() / KEPT_SHARE,
                Additions.NONE);
        EncoderSettings encoder = new EncoderSettings(
                spec.canvas().width(),
                spec.canvas().height(),
                job.recipe().rate(),
                maker.format(),
                maker.tags(),
                spec.preset(),
                spec.rateControl(),
                spec.encoderThreads(),
                EncoderSettings.twoSeconds(job.recipe().rate()));
        long start = pieces.firstFrame(stretch.first());
        long end = Math.min(job.frames(), pieces.firstFrame(stretch.end()));
        long before = pieces.framesThere();
        ExecutorService executor = Executors.newFixedThreadPool(threads, StepBack.threads("stitch", niceness));
        List<List<Integer>> files = job.shown().lensesByFile();
        List<LensFeed> feeds = new ArrayList<>();
        try (CanvasEncoder lane = new CanvasEncoder(encoder, maker.format(), maker.tags(), pieces::path, niceness)) {
            for (List<Integer> lenses : files) {
                feeds.add(new LensFeed(job, lenses, maker.halvings(), start, end, niceness));
            }
            Frame[] frames = new Frame[job.shown().clips().size()];
            for (long n = start; n < end; n++) {
                run.step((double) (before + n - start) / job.frames());
                for (int file = 0; file < files.size(); file++) {
                    List<Frame> pictures = feeds.get(file).frames(n);
                    for (int i = 0; i < pictures.size(); i++) {
                        frames[files.get(file).get(i)] = pictures.get(i);
                    }
                }
                Frame canvas = lane.canvas();
                maker.make(job.timeOf(n), List.of(frames), canvas, new Threads(executor, threads));
                boolean ends = (n + 1) % job.pieceFrames() == 0 || n + 1 == end;
                if (ends) {
                    feeds.forEach(feed -> damage.add(feed.slots(), feed.damaged()));
                    damage.keep();
                }
                lane.put(canvas, ends ? (int) (n / job.pieceFrames()) : -1);
            }
            lane.finish();
            run.step((double) (before + end - start) / job.frames());
        } finally {
            feeds.forEach(LensFeed::close);
            executor.shutdownNow();
        }
    }

    private static Verified assemble(
            RenderJob job, Pieces pieces, Path folder, Publication publication, DamageNotes damage) throws IOException {
        Optional<Path> sound = Optional.empty();
        if (job.spec().soundSlot().isPresent()) {
            TakeClip clip = job.take().clips().stream()
                    .filter(c -> c.ref().slot().equals(job.spec().soundSlot().get()))
                    .findFirst()
                    .orElseThrow();
            if (!clip.info().audio().isEmpty()) {
                ClipRef ref = clip.ref();
                Path file = folder.resolve("sound.mp4");
                Joiner.cutSound(
                        clip.file(),
                        clip.index().pts()[0],
                        ref.clipTime(job.span().from()),
                        ref.secondInTake(),
                        job.recipe().rate().secondsOf(job.frames()),
                        file);
                sound = Optional.of(file);
            }
        }
        Path joined = folder.resolve("joined.mp4");
        Joiner.join(pieces.all(), sound, joined);
        Path part = publication.part();
        try {
            Files.deleteIfExists(part);
            SphericalTagger.copyTagged(joined, part);
            Verified verified = Verified.check(part, job, damage.clips());
            publication.publish();
            return verified;
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
