package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.RecipeLight;
import foldback.core.recipe.RecipePlan;
import foldback.core.run.Run;
import foldback.core.stitch.StitchPlan;
import foldback.core.stitch.Stitcher;
import foldback.engine.document.RenderSpec;
import foldback.engine.take.TakeClip;
import foldback.media.Folders;
import foldback.media.MediaException;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.Joiner;
import foldback.media.tags.SphericalTagger;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;

/** Makes the file of a job. */
public final class Renderer {
    /** What share of the heap may hold the places of a still geometry. */
    private static final int KEPT_SHARE = 4;

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
     * @param out the file to make; it must not exist, and appears only when it is complete and verified
     * @param run progress over the frames; cancelling throws {@link java.util.concurrent.CancellationException}
     */
    public Verified render(RenderJob job, Path work, Path out, Run run) throws InterruptedException {
        if (Files.exists(out)) {
            throw new MediaException(out, out.getFileName() + " exists already. Choose another name.");
        }
        try {
            Path folder = Files.createDirectories(work.resolve(job.key()));
            Files.createDirectories(out.toAbsolutePath().getParent());
            renderPieces(job, folder, run);
            Verified verified = assemble(job, folder, out);
            Folders.delete(folder);
            return verified;
        } catch (IOException failed) {
            throw new MediaException(
                    out,
                    out.getFileName() + " could not be written: " + failed.getMessage()
                            + ". Check the disk and start it again; finished parts are kept.",
                    failed);
        }
    }

    private static Path piece(Path folder, int number) {
        return folder.resolve(number >= 0 ? String.format("piece-%06d.mp4", number) : "unfinished" + -number + ".mp4");
    }

    private void renderPieces(RenderJob job, Path folder, Run run) throws InterruptedException {
        int first = 0;
        while (first < job.segments() && Files.exists(piece(folder, first))) {
            first++;
        }
        if (first == job.segments()) {
            return;
        }
        RenderSpec spec = job.spec();
        List<RecipePlan.Source> sources = job.shown().sources();
        RecipePlan plan = RecipePlan.compile(job.recipe(), spec.canvas(), sources);
        RenderColours colours = RenderColours.of(job);
        RecipeLight light = new RecipeLight(job.recipe(), sources, colours.stitched(), colours.stitchedTags());
        Stitcher stitcher = new Stitcher(
                StitchPlan.compile(plan.settings()),
                spec.kernel(),
                Runtime.getRuntime().maxMemory() / KEPT_SHARE);
        EncoderSettings encoder = new EncoderSettings(
                spec.canvas().width(),
                spec.canvas().height(),
                job.recipe().rate(),
                colours.delivered(),
                colours.deliveredTags(),
                spec.preset(),
                spec.rateControl(),
                spec.encoderThreads(),
                EncoderSettings.twoSeconds(job.recipe().rate()));
        long start = (long) first * spec.segmentFrames();
        ExecutorService executor = Executors.newFixedThreadPool(threads);
        List<List<Integer>> files = job.shown().lensesByFile();
        List<LensFeed> feeds = new ArrayList<>();
        try (CanvasLane lane = new CanvasLane(
                encoder, colours.delivered(), colours.deliveredTags(), number -> piece(folder, number), niceness)) {
            for (List<Integer> lenses : files) {
                feeds.add(new LensFeed(job, lenses, plan.halvings(), start, niceness));
            }
            Frame between = colours.between(spec.canvas());
            Frame[] frames = new Frame[sources.size()];
            for (long n = start; n < job.frames(); n++) {
                run.step((double) n / job.frames());
                for (int file = 0; file < files.size(); file++) {
                    List<Frame> pictures = feeds.get(file).frames(n);
                    for (int i = 0; i < pictures.size(); i++) {
                        frames[files.get(file).get(i)] = pictures.get(i);
                    }
                }
                Frame canvas = lane.canvas();
                Frame stitched = colours.finish().isPresent() ? between : canvas;
                stitcher.stitch(List.of(frames), light.at(job.timeOf(n)), stitched, executor, threads);
                colours.finish().ifPresent(finish -> finish.finish(stitched, canvas));
                boolean ends = (n + 1) % spec.segmentFrames() == 0 || n + 1 == job.frames();
                lane.put(canvas, ends ? (int) (n / spec.segmentFrames()) : -1);
            }
            lane.finish();
            run.step(1);
        } finally {
            feeds.forEach(LensFeed::close);
            executor.shutdownNow();
        }
    }

    private static Verified assemble(RenderJob job, Path folder, Path out) throws IOException {
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
        List<Path> pieces = IntStream.range(0, job.segments())
                .mapToObj(n -> piece(folder, n))
                .toList();
        Path joined = folder.resolve("joined.mp4");
        Joiner.join(pieces, sound, joined);
        Path part = out.resolveSibling(out.getFileName() + ".part");
        try {
            SphericalTagger.copyTagged(joined, part);
            Verified verified = Verified.check(part, job);
            Files.move(part, out, StandardCopyOption.ATOMIC_MOVE);
            return verified;
        } finally {
            Files.deleteIfExists(part);
        }
    }
}
