package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.core.run.Run;
import foldback.core.run.Threads;
import foldback.engine.picture.PictureMaker;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.ImageSequence;
import foldback.media.process.StepBack;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** One process's work on the pieces of a job: claims what nobody works on, one piece after another, until nothing is left to claim. */
final class PieceWork implements AutoCloseable {
    /** What share of the heap may hold the places of a still geometry. */
    private static final int KEPT_SHARE = 4;

    /** Frames after which it is looked up what others did meanwhile. */
    private static final int LOOK_AFTER = 25;

    private final RenderJob job;
    private final Pieces pieces;
    private final Claims claims;
    private final DamageNotes damage;
    private final FreshLook look;
    private final int who;
    private final int niceness;
    private final Threads threads;
    private final ExecutorService executor;
    private final PictureMaker maker;

    /**
     * @param who works, as for {@link Pieces#unfinished}
     * @param threads for stitching
     */
    PieceWork(RenderJob job, Pieces pieces, Path folder, int who, int threads, int niceness) throws IOException {
        this.job = job;
        this.pieces = pieces;
        this.who = who;
        this.niceness = niceness;
        claims = Claims.in(folder);
        damage = new DamageNotes(folder, who);
        look = new FreshLook(job, folder);
        maker = PictureMaker.ofRun(
                job.recipe(),
                job.shown().sources(),
                job.target(),
                job.transform(),
                Runtime.getRuntime().maxMemory() / KEPT_SHARE,
                job.additions().of(job.recipe(), job.shown()));
        executor = Executors.newFixedThreadPool(threads, StepBack.threads("stitch", niceness));
        this.threads = new Threads(executor, threads);
    }

    /** Makes pieces until all that are missing are somebody else's. */
    void work(Run run) throws IOException, InterruptedException {
        Optional<Pieces.Stretch> next = pieces.free(claims);
        while (next.isPresent()) {
            try (Held held = new Held()) {
                if (held.claim(next.get().first())) {
                    make(next.get(), held, run);
                }
            }
            next = pieces.free(claims);
        }
    }

    /** Claims that are held until the pieces bear their names. */
    private final class Held implements AutoCloseable {
        private final List<FileLease> held = new ArrayList<>();

        /** Claims a piece that is still to be made. */
        boolean claim(int piece) throws IOException {
            if (pieces.isThere(piece)) {
                return false;
            }
            Optional<FileLease> claim = claims.piece(piece);
            claim.ifPresent(held::add);
            // Somebody may have finished it just before.
            return claim.isPresent() && !pieces.isThere(piece);
        }

        @Override
        public void close() throws IOException {
            for (FileLease claim : held) {
                claim.close();
            }
        }
    }

    private void make(Pieces.Stretch stretch, Held held, Run run) throws IOException, InterruptedException {
        long start = pieces.firstFrame(stretch.first());
        long end = Math.min(job.frames(), pieces.firstFrame(stretch.end()));
        try (CanvasEncoder lane = new CanvasEncoder(encoder(), maker.format(), maker.tags(), pieces, who, niceness);
                Feeds feeds = new Feeds(job, maker, start, end, niceness)) {
            long beside = 0;
            for (long n = start; n < end; n++) {
                int piece = (int) (n / job.pieceFrames());
                boolean begins = n % job.pieceFrames() == 0;
                if (begins && n > start && !held.claim(piece)) {
                    break;
                }
                if (begins || (n - start) % LOOK_AFTER == 0) {
                    beside = pieces.framesBeside(new Pieces.Stretch(stretch.first(), piece + 1));
                }
                run.step((double) (beside + n - start) / job.frames());
                Frame canvas = lane.canvas();
                maker.make(job.timeOf(n), feeds.frames(n), canvas, threads);
                look.note(n, canvas);
                boolean ends = (n + 1) % job.pieceFrames() == 0 || n + 1 == end;
                if (ends) {
                    feeds.tell(damage);
                    damage.keep();
                }
                lane.put(canvas, ends ? piece : -1);
            }
            lane.finish();
            run.step((double) pieces.framesThere() / job.frames());
        }
    }

    /** A picture by itself, stitched anew. */
    Frame frame(long number) throws InterruptedException {
        try (Feeds feeds = new Feeds(job, maker, number, number + 1, niceness)) {
            Frame canvas = maker.allocate();
            maker.make(job.timeOf(number), feeds.frames(number), canvas, threads);
            return canvas;
        }
    }

    /** A frame that became an image, as it was before. */
    Frame readBack(ImageSequence images, long number) throws InterruptedException {
        Frame canvas = maker.allocate();
        images.read(number, canvas);
        return canvas;
    }

    private EncoderSettings encoder() {
        return new EncoderSettings(
                job.spec().width(),
                job.spec().height(),
                job.rate(),
                maker.format(),
                maker.tags(),
                job.spec().coding().preset().orElse(""),
                job.spec().coding().rateControl(),
                job.spec().encoderThreads(),
                EncoderSettings.twoSeconds(job.rate()),
                job.spec().codec());
    }

    @Override
    public void close() {
        executor.shutdownNow();
    }
}
