package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import foldback.core.run.Run;
import foldback.core.time.FrameRate;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Copies of films that browsers can play: H.264 of 8 bits, no wider than screens are. */
public final class ViewingCopy {
    private static final int NICENESS = 10;
    private static final int MOST_WIDTH = 2560;
    private static final double MICROSECONDS = 1e6;
    private static final String SIZED = "scale='min(" + MOST_WIDTH + ",iw)':-2";

    private ViewingCopy() {}

    /** From Rec.2100 to Rec.709, a diffuse white of 203 cd/m2 (ITU-R BT.2408) as its white; what is brighter is drawn together. */
    private static final String TO_SDR = ",zscale=t=linear:npl=203,format=gbrpf32le,zscale=p=bt709"
            + ",tonemap=mobius:param=0.8:desat=0,zscale=t=bt709:m=bt709:r=tv";

    /**
     * Makes one.
     *
     * @param out appears when it is complete
     * @param run progress; cancelling throws {@link java.util.concurrent.CancellationException}
     * @throws MediaException where the film cannot be read
     */
    public static void make(Path film, Path out, Run run) throws InterruptedException {
        MediaInfo info = MediaProbe.probe(film);
        String filter = info.video().filter(video -> isHdr(video.tags())).isPresent() ? SIZED + TO_SDR : SIZED;
        make(film, Arguments.ffmpeg().guardedInput(film), filter, info.durationSeconds(), out, run);
    }

    /**
     * The same of images.
     *
     * @param rate of frames
     * @param tags what their canvases meant before they became images
     */
    public static void make(ImageSequence images, FrameRate rate, ColourTags tags, Path out, Run run)
            throws InterruptedException {
        String canvas = new ColourArguments(tags).toCanvas(images.codec(), "yuv420p10le");
        String filter = canvas + "," + SIZED + (isHdr(tags) ? TO_SDR : "");
        try {
            double seconds = rate.secondsOf(images.count());
            make(images.folder(), images.input(Arguments.ffmpeg(), rate), filter, seconds, out, run);
        } catch (IOException failed) {
            throw new MediaException(images.folder(), "The images could not be read: " + failed.getMessage(), failed);
        }
    }

    private static void make(Path film, Arguments input, String filter, double seconds, Path out, Run run)
            throws InterruptedException {
        Path part = out.resolveSibling(out.getFileName() + ".part");
        Arguments arguments = input.add("-progress", "pipe:2")
                .add("-map", "0:v:0", "-map", "0:a?", "-vf", filter)
                .add("-c:v", "libx264", "-preset", "veryfast", "-crf", "20", "-pix_fmt", "yuv420p")
                .add("-c:a", "copy", "-movflags", "+faststart", "-f", "mp4")
                .output(part);
        try (Child child = Children.start(NICENESS, arguments.list(), line -> step(line, seconds, run), () -> {})) {
            child.input().close();
            if (child.await() != 0) {
                if (child.ranOutOfRoom()) {
                    throw new NoRoomException(part, null);
                }
                throw new MediaException(
                        film,
                        "A copy of " + film.getFileName()
                                + " that browsers can play could not be made. Download the file and play it outside.");
            }
            run.check();
            Files.move(part, out, StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException failed) {
            throw new MediaException(
                    film, "A copy of " + film.getFileName() + " could not be written: " + failed.getMessage(), failed);
        }
    }

    private static boolean isHdr(ColourTags tags) {
        return tags.transfer() == ColourTags.Curve.HLG || tags.transfer() == ColourTags.Curve.PQ;
    }

    /** Of what FFmpeg says about how far it is. */
    private static void step(String line, double seconds, Run run) {
        String name = "out_time_us=";
        if (seconds > 0 && line.startsWith(name) && Character.isDigit(line.charAt(line.length() - 1))) {
            run.step(Math.min(1, Long.parseLong(line.substring(name.length())) / MICROSECONDS / seconds));
        }
    }
}
