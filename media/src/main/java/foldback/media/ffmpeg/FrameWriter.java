package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** Encodes frames into one closed piece of video whose first frame is a key frame. */
public final class FrameWriter implements AutoCloseable {
    private final Path file;
    private final Child child;
    private final RawFrames raw;
    private int written;

    public FrameWriter(Path file, EncoderSettings settings, int niceness) {
        this.file = file;
        try {
            child = Children.start(niceness, arguments(file, settings).list());
        } catch (IOException failed) {
            throw new MediaException(
                    file, "ffmpeg could not be run; is it installed? (" + failed.getMessage() + ")", failed);
        }
        raw = new RawFrames(settings.format().frameBytes(settings.width(), settings.height()));
    }

    private static Arguments arguments(Path file, EncoderSettings settings) {
        String layout = PixelLayouts.canvasLayout(settings.format());
        long scale = settings.rate().numerator();
        while (scale < 10000) {
            scale *= 10;
        }
        return Arguments.ffmpeg()
                .add("-f", "rawvideo", "-pix_fmt", layout)
                .add(
                        "-s",
                        settings.width() + "x" + settings.height(),
                        "-r",
                        settings.rate().toString())
                .add("-color_range", range(settings.tags()))
                .add("-i", "pipe:0", "-vf", tagged(settings.tags()))
                .add("-c:v", settings.codec().encoderName())
                .add(settings.codec().encoder(settings))
                .add(settings.rateControl())
                .add("-threads", Integer.toString(settings.threads()))
                .add("-pix_fmt", settings.codec().layout(layout), "-sws_flags", "bicubic+accurate_rnd+full_chroma_int")
                .add("-g", Integer.toString(settings.group()))
                .add("-color_range", range(settings.tags()), "-colorspace", matrix(settings.tags()))
                .add("-color_primaries", primaries(settings.tags()), "-color_trc", curve(settings.tags()))
                .add("-chroma_sample_location", "left")
                .add("-fflags", "+bitexact", "-flags:v", "+bitexact", "-video_track_timescale", Long.toString(scale))
                .add("-f", settings.codec().container())
                .output(file);
    }

    /** Has frames say what their values mean: some encoders ask them, not the settings. */
    private static String tagged(ColourTags tags) {
        return "setparams=range=" + range(tags) + ":colorspace=" + matrix(tags) + ":color_primaries=" + primaries(tags)
                + ":color_trc=" + curve(tags);
    }

    private static String range(ColourTags tags) {
        return tags.range() == ColourTags.Range.FULL ? "pc" : "tv";
    }

    private static String matrix(ColourTags tags) {
        return switch (tags.matrix()) {
            case BT601 -> "smpte170m";
            case BT709 -> "bt709";
            case BT2020 -> "bt2020nc";
        };
    }

    private static String primaries(ColourTags tags) {
        return switch (tags.matrix()) {
            case BT601 -> "smpte170m";
            case BT709 -> "bt709";
            case BT2020 -> "bt2020";
        };
    }

    private static String curve(ColourTags tags) {
        return switch (tags.transfer()) {
            case BT709 -> "bt709";
            case SRGB -> "iec61966-2-1";
            case LINEAR -> "linear";
            case HLG -> "arib-std-b67";
            case PQ -> "smpte2084";
            // No tag stands for these.
            case ACESCCT, CINEON -> "unknown";
        };
    }

    public void write(Frame frame) {
        try {
            raw.write(child.input(), frame);
            written++;
        } catch (IOException broken) {
            throw failed(broken);
        }
    }

    /**
     * Ends the input and waits until the file is complete: all frames that were written can be counted in it, and it is on
     * the disk, not only on its way there.
     *
     * @throws foldback.media.NoRoomException where there was no room for it
     * @throws MediaException where the encoder failed, or the file does not hold what was written
     */
    public void finish() {
        try {
            child.input().close();
            if (child.await() != 0 || child.ranOutOfRoom()) {
                throw failed(null);
            }
            try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
                channel.force(true);
            }
            int found = FrameIndex.read(file).frames();
            if (found != written) {
                throw new MediaException(
                        file,
                        MediaProbe.name(file) + " holds " + found + " frames of " + written
                                + " that were written. Start it again; finished parts are kept.");
            }
        } catch (IOException broken) {
            throw failed(broken);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(file, "Encoding " + MediaProbe.name(file) + " was interrupted.", interrupted);
        }
    }

    private MediaException failed(IOException cause) {
        boolean killed = child.wasKilled();
        child.close();
        if (killed) {
            return new ChildKilledException(
                    file,
                    "Encoding " + MediaProbe.name(file) + " failed: the encoder was ended from outside."
                            + " Start it again; finished parts are kept.",
                    cause);
        }
        if (child.ranOutOfRoom() || cause != null && NoRoomException.isCauseOf(cause)) {
            return new NoRoomException(file, cause);
        }
        String said = child.errors();
        return new MediaException(
                file,
                "Encoding " + MediaProbe.name(file) + " failed"
                        + (said.isEmpty() ? ": the encoder was ended from outside" : ": " + MediaProbe.lastLine(said))
                        + ". Start it again; finished parts are kept.",
                cause);
    }

    public long pid() {
        return child.pid();
    }

    @Override
    public void close() {
        child.close();
    }
}
