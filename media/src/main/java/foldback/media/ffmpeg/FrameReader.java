package foldback.media.ffmpeg;

import foldback.core.picture.Frame;
import foldback.core.recipe.light.Noise;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Decodes a run of frames of one file, in order, into frames that the caller owns. */
public final class FrameReader implements AutoCloseable {
    private final Path file;
    private final Child child;
    private final RawFrames raw;
    private boolean ended;
    /** Frames that are decoded before the first wanted one. */
    private int ahead;

    /**
     * Starts decoding.
     *
     * @param index of the file
     * @param firstFrame the first frame wanted, by index
     * @param width of the frames to deliver; the video's own, or smaller for previews
     * @param niceness of the decoder
     */
    public FrameReader(FrameIndex index, MediaInfo.Video video, int firstFrame, int width, int height, int niceness) {
        this(index, video, firstFrame, width, height, Noise.NONE, niceness);
    }

    /** The same with noise taken out before the frames are made smaller. */
    public FrameReader(
            FrameIndex index, MediaInfo.Video video, int wanted, int width, int height, Noise noise, int niceness) {
        this.file = index.file();
        int firstFrame = Math.max(0, wanted - NoiseFilter.lead(noise));
        ahead = wanted - firstFrame;
        Arguments arguments = Arguments.ffmpeg().add("-noautorotate");
        if (firstFrame > 0) {
            // Half a frame early, so that rounding cannot skip the frame; decoding starts at the key frame before.
            double halfGap = (index.pts()[firstFrame] - index.pts()[firstFrame - 1]) / 2;
            arguments.add(
                    "-seek_timestamp",
                    "1",
                    "-ss",
                    String.format(Locale.ROOT, "%.6f", index.pts()[firstFrame] - halfGap));
        }
        arguments.guardedInput(file).add("-map", "0:v:0", "-an", "-sn", "-dn", "-vsync", "passthrough");
        List<String> filters = new ArrayList<>(NoiseFilter.chain(noise));
        if (width != video.width() || height != video.height()) {
            filters.add("scale=" + width + ":" + height + ":flags=area:in_range=auto:out_range=auto");
        }
        if (!filters.isEmpty()) {
            arguments.add("-vf", String.join(",", filters));
        }
        arguments.add("-pix_fmt", video.decodeFormat(), "-f", "rawvideo", "pipe:1");
        try {
            child = Children.start(niceness, arguments.list());
            child.input().close();
        } catch (IOException failed) {
            throw new MediaException(
                    file, "ffmpeg could not be run; is it installed? (" + failed.getMessage() + ")", failed);
        }
        raw = new RawFrames(video.format().frameBytes(width, height));
    }

    /**
     * Fills {@code frame} with the next picture.
     *
     * @return whether there was one; false at the end of the video
     * @throws MediaException where the decoder failed or the video stops in the middle of a frame
     */
    public boolean next(Frame frame) {
        if (ended) {
            return false;
        }
        try {
            for (; ahead > 0 && raw.read(child.output(), frame); ahead--) {
                // Only the filters needed it.
            }
            if (raw.read(child.output(), frame)) {
                return true;
            }
            ended = true;
            if (child.await() != 0) {
                refuseIfKilled(null);
                throw new MediaException(
                        file,
                        "Decoding " + MediaProbe.name(file) + " failed: " + MediaProbe.lastLine(child.errors())
                                + ". Copy it again from the card.");
            }
            return false;
        } catch (EOFException torn) {
            refuseIfKilled(torn);
            throw new MediaException(
                    file, "Decoding " + MediaProbe.name(file) + " stopped in the middle of a frame. Try again.", torn);
        } catch (IOException failed) {
            throw new MediaException(
                    file, "Decoding " + MediaProbe.name(file) + " failed: " + failed.getMessage(), failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(file, "Decoding " + MediaProbe.name(file) + " was interrupted.", interrupted);
        }
    }

    private void refuseIfKilled(IOException cause) {
        if (child.wasKilled()) {
            throw new ChildKilledException(
                    file,
                    "Decoding " + MediaProbe.name(file) + " stopped in the middle: the decoder was ended from outside."
                            + " Try again.",
                    cause);
        }
    }

    long pid() {
        return child.pid();
    }

    @Override
    public void close() {
        child.close();
    }
}
