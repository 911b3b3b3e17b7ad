package foldback.media.decode;

import foldback.core.picture.Frame;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.RawFrames;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Decodes a run of frames of one file, in order, into frames that the caller owns. Frames are told by their times: where the
 * decoder leaves one out, the next one stands in its place, and none behind it moves.
 */
public final class FrameReader implements AutoCloseable {
    /** A clip of which more than this does not come out at its end is broken, not scratched. */
    private static final double MOST_REPEATED_SECONDS = 1;

    private final Path file;
    private final Child child;
    private final RawFrames raw;
    private final FrameIndex index;
    private final DecodeWatch watch = new DecodeWatch(Set.of());
    private final int firstDecoded;
    private final int wanted;
    /** What the decoder's clock is behind the file's, seconds. */
    private final double clockBehind;

    private final BitSet missing = new BitSet();
    private boolean ended;
    /** The number of the next frame to be delivered. */
    private int next;
    /** A frame that came out before its turn, since those before it are missing. */
    private Optional<Frame> early = Optional.empty();

    private int earlyNumber;
    /** What was filled last; stands in for the last frames where the decoder leaves them out. */
    private Optional<Frame> last = Optional.empty();

    /**
     * Starts decoding.
     *
     * @param index of the file
     * @param firstFrame the first frame wanted, by index
     * @param width of the frames to deliver; the video's own, or smaller for previews
     * @param niceness of the decoder
     */
    public FrameReader(FrameIndex index, MediaInfo.Video video, int firstFrame, int width, int height, int niceness) {
        this(index, video, firstFrame, width, height, Denoising.NONE, niceness);
    }

    /** The same with noise taken out before the frames are made smaller. */
    public FrameReader(
            FrameIndex index, MediaInfo.Video video, int wanted, int width, int height, Denoising noise, int niceness) {
        this.file = index.file();
        this.index = index;
        this.wanted = wanted;
        firstDecoded = Math.max(0, wanted - NoiseFilter.lead(noise));
        next = firstDecoded;
        Arguments arguments = Arguments.watched(DecodeWatch.LEVEL)
                .add(DecodeWatch.CAREFUL)
                .add("-noautorotate", "-seek_timestamp", "1")
                .add(Decoders.of(video.codec()));
        if (firstDecoded > 0) {
            // Half a frame early, so that rounding cannot skip the frame; decoding starts at the key frame before.
            double halfGap = (index.pts()[firstDecoded] - index.pts()[firstDecoded - 1]) / 2;
            clockBehind = Math.rint((index.pts()[firstDecoded] - halfGap) * 1e6) / 1e6;
            arguments.add("-ss", String.format(Locale.ROOT, "%.6f", clockBehind));
        } else {
            clockBehind = 0;
        }
        arguments.guardedInput(file).add("-map", "0:v:0", "-an", "-sn", "-dn", "-vsync", "passthrough");
        List<String> filters = new ArrayList<>(List.of(DecodeWatch.FILTER));
        filters.addAll(NoiseFilter.chain(noise));
        if (width != video.width() || height != video.height()) {
            filters.add("scale=" + width + ":" + height + ":flags=area:in_range=auto:out_range=auto");
        }
        arguments.add("-vf", String.join(",", filters));
        arguments.add("-pix_fmt", video.decodeFormat(), "-f", "rawvideo", "pipe:1");
        try {
            child = Children.start(niceness, arguments.list(), watch, watch::end);
            child.input().close();
        } catch (IOException failed) {
            throw new MediaException(
                    file, "ffmpeg could not be run; is it installed? (" + failed.getMessage() + ")", failed);
        }
        raw = new RawFrames(video.format().frameBytes(width, height));
    }

    /**
     * Fills {@code frame} with the next picture; what was filled before must be as it was left.
     *
     * @return whether there was one; false at the end of the video
     * @throws MediaException where the decoder failed or the video stops in the middle of a frame
     */
    public boolean next(Frame frame) {
        try {
            for (; next < wanted; next++) {
                if (!advance(frame)) {
                    return false;
                }
            }
            boolean there = advance(frame);
            next++;
            return there;
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

    /** Fills a frame with the picture of number {@code next}, or with the one that stands in its place. */
    private boolean advance(Frame frame) throws IOException, InterruptedException {
        if (early.isPresent()) {
            frame.copyFrom(early.get());
            if (earlyNumber == next) {
                early = Optional.empty();
            } else {
                missing.set(next);
            }
            return true;
        }
        if (ended || !raw.read(child.output(), frame)) {
            end();
            return standIn(frame);
        }
        last = Optional.of(frame);
        int number = FrameTimes.numberAt(index, watch.nextTime() + clockBehind, next);
        if (number > next) {
            early = Optional.of(frame.copy());
            earlyNumber = number;
            missing.set(next);
        }
        return true;
    }

    /** Repeats the last picture where the very last frames of the file did not come out. */
    private boolean standIn(Frame frame) {
        if (last.isEmpty()
                || next >= index.frames()
                || index.timeOf(index.frames() - 1) - index.timeOf(next) > MOST_REPEATED_SECONDS) {
            return false;
        }
        if (last.get() != frame) {
            frame.copyFrom(last.get());
        }
        missing.set(next);
        return true;
    }

    private void end() throws InterruptedException {
        if (ended) {
            return;
        }
        ended = true;
        if (child.await() != 0) {
            refuseIfKilled(null);
            throw new MediaException(
                    file,
                    "Decoding " + MediaProbe.name(file) + " failed: " + MediaProbe.lastLine(watch.lastWords())
                            + ". Copy it again from the card.");
        }
    }

    /** The numbers of frames so far that came out damaged, or had another one stand in their place. */
    public BitSet damaged() {
        BitSet damaged = FrameTimes.damaged(index, watch, firstDecoded);
        damaged.or(missing);
        return damaged;
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

    public long pid() {
        return child.pid();
    }

    @Override
    public void close() {
        child.close();
    }
}
