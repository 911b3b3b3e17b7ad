package foldback.media.ffmpeg;

import foldback.core.picture.Frame;
import foldback.core.time.FrameRate;
import foldback.media.ContentHash;
import foldback.media.Folders;
import foldback.media.MediaException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * A folder of images, one a frame, numbered from 1.
 *
 * @param folder holds nothing else
 * @param name of the images, before their numbers
 * @param codec one that makes images
 */
public record ImageSequence(Path folder, String name, VideoCodec codec) {
    private static final String NUMBERED = "%s.%06d.%s";
    /** Of what FFmpeg may open as images. */
    private static final String IMAGES = "image2";

    /** Those that a deliverable's folder holds; they are called as it is, without its ending. */
    public static ImageSequence in(Path folder, VideoCodec codec) {
        return new ImageSequence(folder, nameIn(folder, codec), codec);
    }

    /** What images of a deliverable's folder are called. */
    public static String nameIn(Path folder, VideoCodec codec) {
        return codec.withoutEnding(folder.getFileName().toString());
    }

    /** The image of a frame, from 0. */
    public Path image(long frame) {
        return folder.resolve(String.format(Locale.ROOT, NUMBERED, name, frame + 1, codec.imageEnding()));
    }

    /**
     * Takes the images out of pieces of video that were encoded as such; their bytes stay the same.
     *
     * @param pieces one after another
     * @param frames of each but the last
     */
    public void unpack(List<Path> pieces, long frames) {
        try {
            Folders.delete(folder);
            Files.createDirectories(folder);
        } catch (IOException failed) {
            throw new MediaException(folder, "The folder could not be made anew: " + failed.getMessage(), failed);
        }
        for (int n = 0; n < pieces.size(); n++) {
            Joiner.run(
                    folder,
                    Arguments.ffmpeg()
                            .guardedInput(pieces.get(n))
                            .add("-map", "0:v:0", "-c", "copy", "-f", IMAGES)
                            .add("-start_number", Long.toString(1 + n * frames))
                            .output(pattern()));
        }
    }

    /** As FFmpeg's reader and writer of images are told names; a percent sign stands for itself when it is doubled. */
    private Path pattern() {
        String images = name.replace("%", "%%") + ".%06d." + codec.imageEnding();
        return Path.of(folder.toString().replace("%", "%%")).resolve(images);
    }

    /** FFmpeg's arguments that read them as a film. */
    Arguments input(Arguments arguments, FrameRate rate) {
        return arguments
                .add("-f", IMAGES, "-framerate", rate.toString(), "-start_number", "1")
                .add("-i", Children.fileArgument(pattern()));
    }

    /** How many there are, without a gap. */
    public long count() throws IOException {
        long count = 0;
        while (Files.isRegularFile(image(count)) && Files.size(image(count)) > 0) {
            count++;
        }
        return count;
    }

    /** Of all of them. */
    public long bytes() throws IOException {
        try (Stream<Path> images = Files.list(folder)) {
            return images.mapToLong(image -> image.toFile().length()).sum();
        }
    }

    /** The hash of a list of the images' own hashes and names, as programs that check such lists read it. */
    public String sha256() throws IOException {
        StringBuilder list = new StringBuilder();
        long count = count();
        for (long frame = 0; frame < count; frame++) {
            list.append(ContentHash.of(image(frame)))
                    .append("  ")
                    .append(image(frame).getFileName())
                    .append('\n');
        }
        return ContentHash.ofText(list.toString());
    }

    /** What an image is, as the prober says; its codec, size and layout. */
    public record Probed(String codec, int width, int height, int bits) {}

    /** @throws MediaException where it cannot be read */
    public Probed probe(long frame) throws InterruptedException {
        Path image = image(frame);
        try {
            Children.Outcome found = Children.run(Arguments.ffprobe()
                    .add("-f", IMAGES, "-pattern_type", "none", "-i", Children.fileArgument(image))
                    .add("-show_entries", "stream=codec_name,width,height,pix_fmt", "-of", "csv=p=0")
                    .list());
            String[] said = found.output().strip().split(",");
            if (found.code() != 0 || said.length < 4 || said[1].equals("0")) {
                throw unreadable(image, null);
            }
            return new Probed(said[0], Integer.parseInt(said[1]), Integer.parseInt(said[2]), bits(said[3]));
        } catch (IOException failed) {
            throw unreadable(image, failed);
        }
    }

    private static int bits(String layout) {
        return layout.startsWith("rgb48") || layout.startsWith("gbrp") ? 16 : 8;
    }

    /**
     * Reads an image back.
     *
     * @param canvas written; says how it was before it became an image
     * @throws MediaException where it cannot be read
     */
    public void read(long frame, Frame canvas) throws InterruptedException {
        Path image = image(frame);
        String layout = PixelLayouts.canvasLayout(canvas.format());
        Arguments arguments = Arguments.ffmpeg()
                .add("-f", IMAGES, "-pattern_type", "none", "-i", Children.fileArgument(image))
                .add("-vf", new ColourArguments(canvas.tags()).toCanvas(codec, layout))
                .add("-frames:v", "1", "-f", "rawvideo", "pipe:1");
        try (Child child = Children.start(0, arguments.list())) {
            child.input().close();
            if (!new RawFrames(canvas.format().frameBytes(canvas.width(), canvas.height()))
                    .read(child.output(), canvas)) {
                throw unreadable(image, null);
            }
        } catch (IOException failed) {
            throw unreadable(image, failed);
        }
    }

    private static MediaException unreadable(Path image, IOException cause) {
        return new MediaException(
                image, image.getFileName() + " cannot be read back. Start it again; finished parts are kept.", cause);
    }
}
