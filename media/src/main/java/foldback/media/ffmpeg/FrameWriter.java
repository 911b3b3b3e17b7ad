package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Path;

/** Encodes frames into one closed piece of H.264 in MP4 whose first frame is a key frame. */
public final class FrameWriter implements AutoCloseable {
    private final Path file;
    private final Child child;
    private final RawFrames raw;

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
        boolean full = settings.tags().range() == ColourTags.Range.FULL;
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
                .add("-color_range", full ? "pc" : "tv")
                .add("-i", "pipe:0", "-c:v", "libx264", "-preset", settings.preset())
                .add(settings.rateControl())
                .add("-threads", Integer.toString(settings.threads()), "-pix_fmt", layout)
                .add("-x264-params", "open-gop=0", "-g", Integer.toString(settings.group()))
                .add("-color_range", full ? "pc" : "tv", "-colorspace", matrix(settings.tags()))
                .add("-color_primaries", primaries(settings.tags()), "-color_trc", curve(settings.tags()))
                .add("-chroma_sample_location", "left")
                .add("-fflags", "+bitexact", "-flags:v", "+bitexact", "-video_track_timescale", Long.toString(scale))
                .add("-f", "mp4")
                .output(file);
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
        } catch (IOException broken) {
            throw failed(broken);
        }
    }

    /** Ends the input and waits until the file is complete. */
    public void finish() {
        try {
            child.input().close();
            if (child.await() != 0) {
                throw failed(null);
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
        String said = child.errors();
        boolean full = child.ranOutOfRoom();
        return new MediaException(
                file,
                full
                        ? "The disk is full: " + MediaProbe.name(file)
                                + " could not be written. Make room and start it again;" + " finished parts are kept."
                        : "Encoding " + MediaProbe.name(file) + " failed"
                                + (said.isEmpty()
                                        ? ": the encoder was ended from outside"
                                        : ": " + MediaProbe.lastLine(said))
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
