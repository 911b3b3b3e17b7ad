package foldback.engine.render;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.media.MediaException;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.FloatBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Locale;
import java.util.stream.LongStream;

/**
 * Holds frames of a finished file against what was stitched: the first, and those with which the middle and the last group of frames begin.
 * Means over blocks are compared, which coarse coding keeps and another picture has not; they are noted when the frames are stitched.
 */
final class FreshLook {
    private static final int BLOCK = 16;
    /** Root mean square over blocks, code values of 8 bits: coding of the worst quality stays under a tenth of it. */
    private static final double MOST_APART = 6;

    private final RenderJob job;
    private final Path folder;
    private final List<Long> looks;

    /** @param folder of the job's work, where notes are kept */
    FreshLook(RenderJob job, Path folder) {
        this.job = job;
        this.folder = folder;
        long group = EncoderSettings.twoSeconds(job.rate());
        long frames = job.frames();
        looks = LongStream.of(0, frames / 2 / group * group, (frames - 1) / group * group)
                .distinct()
                .boxed()
                .toList();
    }

    /** Gives pictures of a job. */
    @FunctionalInterface
    interface Pictures {
        Frame frame(long number) throws IOException, InterruptedException;
    }

    /** Notes what a frame that was stitched shows, where it is one that is looked at. */
    void note(long number, Frame frame) throws IOException {
        if (looks.contains(number)) {
            float[] means = means(frame);
            ByteBuffer bytes = ByteBuffer.allocate(Float.BYTES * means.length);
            bytes.asFloatBuffer().put(means);
            Path part = Files.createTempFile(folder, "look", ".part");
            Files.write(part, bytes.array());
            Files.move(part, file(number), StandardCopyOption.ATOMIC_MOVE);
        }
    }

    private Path file(long number) {
        return folder.resolve("look-" + number);
    }

    /**
     * How far apart the worst of the frames is, code values of 8 bits.
     *
     * @param finished reads frames of the finished file
     * @param stitched for frames of which nothing was noted
     * @throws MediaException where one shows something else
     */
    double worst(Path file, Pictures finished, Pictures stitched) throws IOException, InterruptedException {
        double worst = 0;
        for (long number : looks) {
            double apart = apart(means(finished.frame(number)), noted(number, stitched));
            if (!(apart <= MOST_APART)) {
                throw new MediaException(
                        file,
                        String.format(
                                Locale.ROOT,
                                "The result is not what was asked: at %.2f s it shows something else than was stitched"
                                        + " (%.0f code values apart). Start it again.",
                                job.rate().secondsOf(number),
                                apart));
            }
            worst = Math.max(worst, apart);
        }
        return worst;
    }

    private float[] noted(long number, Pictures stitched) throws IOException, InterruptedException {
        if (!Files.exists(file(number))) {
            return means(stitched.frame(number));
        }
        FloatBuffer noted = ByteBuffer.wrap(Files.readAllBytes(file(number))).asFloatBuffer();
        float[] means = new float[noted.remaining()];
        noted.get(means);
        return means;
    }

    /** The pictures of a film. */
    static Pictures of(Path file, FrameIndex index, MediaInfo.Video video) {
        return number -> read(file, index, video, (int) number);
    }

    private static Frame read(Path file, FrameIndex index, MediaInfo.Video video, int number) {
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        try (FrameReader reader = new FrameReader(index, video, number, video.width(), video.height(), 0)) {
            if (!reader.next(frame)) {
                throw new MediaException(file, "The result cannot be decoded at frame " + number + ". Start it again.");
            }
        }
        return frame;
    }

    /** Root mean square of differences; not a number where there are not as many. */
    static double apart(float[] some, float[] others) {
        double sum = 0;
        for (int i = 0; i < some.length && some.length == others.length; i++) {
            sum += (some[i] - others[i]) * (some[i] - others[i]);
        }
        return some.length == others.length ? Math.sqrt(sum / some.length) : Double.NaN;
    }

    /** Blocks' mean luma, code values of 8 bits. */
    static float[] means(Frame frame) {
        int columns = (frame.width() + BLOCK - 1) / BLOCK;
        int rows = (frame.height() + BLOCK - 1) / BLOCK;
        float[] means = new float[columns * rows];
        for (int block = 0; block < means.length; block++) {
            means[block] = mean(frame, block % columns * BLOCK, block / columns * BLOCK);
        }
        return means;
    }

    private static float mean(Frame frame, int left, int top) {
        Plane luma = frame.y();
        int right = Math.min(frame.width(), left + BLOCK);
        int bottom = Math.min(frame.height(), top + BLOCK);
        long sum = 0;
        for (int y = top; y < bottom; y++) {
            for (int x = left; x < right; x++) {
                sum += luma.get(x, y);
            }
        }
        return (float) sum
                / (right - left)
                / (bottom - top)
                / (1 << frame.format().bits() - 8);
    }
}
