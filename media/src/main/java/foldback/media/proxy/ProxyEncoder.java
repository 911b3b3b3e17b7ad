package foldback.media.proxy;

import foldback.core.picture.ColourTags;
import foldback.core.run.Run;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;

/**
 * Makes a small copy of a clip that is quick to read from anywhere: short groups, no B-frames, all frames, no sound. It is a
 * bare H.264 stream whose pictures each begin with a delimiter and whose groups carry their headers, so that any group can be
 * given to a decoder that is already running ({@link GroupDecoder}).
 */
public final class ProxyEncoder {
    /** Half a second at the usual rates; a moment costs at most this many decoded frames. */
    public static final int GROUP = 12;

    /** Nicer than renders: until a proxy is there, pictures come from the original. */
    private static final int NICENESS = 7;

    private static final String QUALITY = "20";

    private ProxyEncoder() {}

    /**
     * Encodes a proxy; frames keep their order, layout, range and matrix.
     *
     * @param width of the proxy, even
     * @param height of the proxy, even
     * @param run progress over the frames; cancelling ends the encoder and throws
     * @throws MediaException where the clip cannot be decoded to its end or the proxy not be written
     */
    public static void encode(FrameIndex index, MediaInfo.Video video, int width, int height, Path out, Run run) {
        boolean full = video.tags().range() == ColourTags.Range.FULL;
        Arguments arguments = Arguments.ffmpeg()
                .add("-noautorotate")
                .guardedInput(index.file())
                .add("-map", "0:v:0", "-an", "-sn", "-dn", "-vsync", "passthrough", "-enc_time_base", "-1")
                .add("-vf", "scale=" + width + ":" + height + ":flags=area:in_range=auto:out_range=auto")
                .add("-pix_fmt", video.decodeFormat(), "-color_range", full ? "pc" : "tv")
                .add("-c:v", "libx264", "-preset", "superfast", "-tune", "fastdecode", "-crf", QUALITY)
                .add("-g", Integer.toString(GROUP), "-bf", "0", "-x264-params", "aud=1:repeat-headers=1")
                .add("-progress", "pipe:1", "-nostats", "-f", "h264")
                .output(out);
        try (Child child = Children.start(NICENESS, arguments.list())) {
            child.input().close();
            follow(child, index.frames(), run);
            int code = child.await();
            if (child.ranOutOfRoom()) {
                throw new NoRoomException(out, null);
            }
            child.refuseIfKilled(index.file());
            if (code != 0) {
                throw new MediaException(
                        index.file(),
                        "No proxy could be made of " + MediaProbe.name(index.file()) + " ("
                                + MediaProbe.lastLine(child.errors()) + "). Pictures come from the original.");
            }
        } catch (IOException failed) {
            throw new MediaException(
                    index.file(), "ffmpeg could not be run; is it installed? (" + failed.getMessage() + ")", failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(
                    index.file(),
                    "Making a proxy of " + MediaProbe.name(index.file()) + " was interrupted.",
                    interrupted);
        }
    }

    private static void follow(Child child, int frames, Run run) throws IOException {
        BufferedReader lines = new BufferedReader(new InputStreamReader(child.output(), StandardCharsets.UTF_8));
        for (String line = lines.readLine(); line != null; line = lines.readLine()) {
            if (line.startsWith("frame=")) {
                run.step(Math.min(1, Double.parseDouble(line.substring(6).strip()) / frames));
            }
        }
    }
}
