package foldback.engine.render;

import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.tags.SphereTags;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What was found in a finished file.
 *
 * @param projection the tagged projection of a sphere, or "none"
 * @param eyes how the file is tagged to hold two eyes' pictures, or "one"; nothing in records of before there were two
 * @param sound the codec of the sound, or "none"
 * @param soundSeconds how far the sound starts after the picture, if there is any
 * @param sha256 of the file; of images, that of the list of their own
 * @param apart how far the worst of the first, a middle and a last frame is from what was stitched, code values of 8 bits; empty where it was
 *     published by an attempt that could not tell any more, and in records of before this was looked at
 * @param damaged the clips of which frames that went into it are damaged
 */
public record Verified(
        long frames,
        double seconds,
        int width,
        int height,
        int bits,
        String range,
        String projection,
        Optional<String> eyes,
        String sound,
        Optional<Double> soundSeconds,
        long bytes,
        String sha256,
        Optional<Double> apart,
        List<Damaged> damaged) {
    public Verified {
        eyes = eyes == null ? Optional.empty() : eyes;
    }

    /**
     * A damaged clip.
     *
     * @param slots the letters of its lenses
     * @param frames of it that are damaged or missing, of those that were used
     */
    public record Damaged(String slots, int frames) {
        /** As a sentence's part: "12 frames of clip B are damaged". */
        public String says() {
            return (frames == 1 ? "1 frame of clip " + slots + " is" : frames + " frames of clip " + slots + " are")
                    + " damaged";
        }
    }

    /** The verdict in words. */
    public String says() {
        return damaged.isEmpty()
                ? "Checked."
                : "Checked; " + damaged.stream().map(Damaged::says).collect(Collectors.joining(", ")) + ".";
    }

    static final String NO_PROJECTION = "none";
    static final String ONE_EYE = "one";

    /** Sound comes in packets of a fiftieth of a second. */
    private static final double SECONDS_APART = 0.1;

    /** Holds a file's pictures against what was stitched. */
    @FunctionalInterface
    interface Comparison {
        /** Of who cannot tell any more what was stitched. */
        Comparison NONE = (index, video) -> Optional.empty();

        /** How far apart they are, where that can be told; see {@link FreshLook#worst}. */
        Optional<Double> apart(FrameIndex index, MediaInfo.Video video) throws IOException, InterruptedException;
    }

    /**
     * Reads a file back and holds it against what was asked.
     *
     * @throws MediaException where it is not what the job says
     */
    static Verified check(Path file, RenderJob job, List<Damaged> damaged, Comparison comparison)
            throws IOException, InterruptedException {
        MediaInfo info = MediaProbe.probe(file);
        MediaInfo.Video video = info.video().orElseThrow(() -> new MediaException(file, "The result has no picture."));
        FrameIndex index = FrameIndex.read(file);
        long frames = index.frames();
        String projection = video.projection().orElse(NO_PROJECTION);
        String eyes = video.eyes().orElse(ONE_EYE);
        Optional<Double> soundSeconds =
                info.audio().stream().findFirst().map(sound -> sound.startSeconds() - video.startSeconds());
        requireCodec(file, video.codec(), job.spec().codec());
        require(file, "frames", frames, job.frames());
        require(file, "width", video.width(), job.spec().width());
        require(file, "height", video.height(), job.spec().height());
        require(file, "bits", video.format().bits(), job.spec().bits());
        double wanted = job.rate().secondsOf(job.frames());
        if (Math.abs(info.durationSeconds() - wanted) > SECONDS_APART) {
            throw new MediaException(
                    file,
                    String.format(
                            Locale.ROOT,
                            "The result is not what was asked: it lasts %.2f s, not %.2f s. Start it again.",
                            info.durationSeconds(),
                            wanted));
        }
        if (soundSeconds.filter(late -> Math.abs(late) > SECONDS_APART).isPresent()) {
            throw new MediaException(
                    file,
                    String.format(
                            Locale.ROOT,
                            "The result's sound starts %.2f s beside its picture. Start it again.",
                            soundSeconds.get()));
        }
        if (job.spec().colours().isHdr()) {
            requireTag(
                    file,
                    "colours",
                    video.tags().matrix() + " " + video.tags().transfer(),
                    "BT2020 " + job.spec().colours());
        }
        requireTag(file, "projection", projection, projection(job.tags()));
        requireTag(file, "eyes", eyes, eyes(job.tags()));
        Optional<Double> apart = comparison.apart(index, video);
        return new Verified(
                frames,
                info.durationSeconds(),
                video.width(),
                video.height(),
                video.format().bits(),
                video.tags().range().name().toLowerCase(Locale.ROOT),
                projection,
                Optional.of(eyes),
                info.audio().isEmpty() ? "none" : info.audio().get(0).codec(),
                soundSeconds,
                file.toFile().length(),
                ContentHash.of(file),
                apart,
                damaged);
    }

    /** As the prober names it. */
    private static String projection(SphereTags tags) {
        return tags.part()
                .map(part -> part == SphereTags.Part.WHOLE ? "equirectangular" : "tiled equirectangular")
                .orElse(NO_PROJECTION);
    }

    private static String eyes(SphereTags tags) {
        return switch (tags.arrangement()) {
            case ONE -> ONE_EYE;
            case ABOVE -> "top and bottom";
            case BESIDE -> "side by side";
        };
    }

    private static void requireTag(Path file, String what, String found, String wanted) {
        if (!found.equals(wanted)) {
            throw new MediaException(
                    file,
                    "The result is not tagged as it should be: " + what + " \u201c" + found + "\u201d, not \u201c"
                            + wanted + "\u201d. Start it again.");
        }
    }

    static void requireCodec(Path file, String found, VideoCodec wanted) {
        if (!found.equals(wanted.probed())) {
            throw new MediaException(
                    file,
                    "The result is not what was asked: it is " + found + ", not " + wanted.words()
                            + ". Start it again.");
        }
    }

    static void require(Path file, String what, long found, long wanted) {
        if (found != wanted) {
            throw new MediaException(
                    file,
                    "The result is not what was asked: " + what + " is " + found + ", not " + wanted
                            + ". Start it again.");
        }
    }
}
