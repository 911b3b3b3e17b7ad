package foldback.media.ffmpeg;

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
import java.util.List;

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
        VideoCodec codec = settings.codec();
        ColourArguments colours = new ColourArguments(settings.tags());
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
                .add("-color_range", colours.range())
                .add("-i", "pipe:0", "-vf", codec.isImages() ? colours.toImages(codec, layout) : colours.tagged())
                .add("-c:v", codec.encoderName())
                .add(codec.encoder(settings))
                .add(settings.rateControl())
                .add("-threads", Integer.toString(settings.threads()))
                .add("-pix_fmt", codec.layout(layout), "-sws_flags", "bicubic+accurate_rnd+full_chroma_int")
                .add("-g", Integer.toString(settings.group()))
                .add(codec.isImages() ? List.of() : colours.ofFilm())
                .add("-fflags", "+bitexact", "-flags:v", "+bitexact", "-video_track_timescale", Long.toString(scale))
                .add("-f", codec.container())
                .output(file);
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
