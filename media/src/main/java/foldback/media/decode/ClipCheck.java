package foldback.media.decode;

import foldback.core.run.Run;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** Decodes a clip whole, picture and sound, and says what is wrong with it. */
public final class ClipCheck {
    /** Raised whenever the same clip might be found otherwise. */
    public static final int ALGORITHM = 4;

    private static final String HEVC = "hevc";
    /** More places than anybody reads. */
    private static final int MOST_PLACES = 100;

    /** Chance does not damage so many groups of pictures each without one word from FFmpeg. */
    private static final int LEAST_GROUPS = 8;

    /** Nicer than renders: until a proxy is there, pictures come from the original. */
    private static final int NICENESS = 7;
    /** A clip whose gaps are so alike for the most part was recorded at one rate. */
    private static final double ALIKE = 0.1;

    private static final double MOSTLY = 0.9;
    /** From so many usual gaps on one frame is missing. */
    private static final double GAP = 1.6;
    /** A clip may be this much shorter than it says: lengths are rounded, and sound goes on behind the picture. */
    private static final double SHORTER_SECONDS = 0.25;

    private static final double SHORTER_CONTAINER_SECONDS = 1.5;
    /** A container that states its length in frames. */
    private static final String COUNTED = "mxf";

    private static final double SHORTER_FRAMES = 0.5;

    private ClipCheck() {}

    /**
     * Checks a clip.
     *
     * @param index of the frames that can be read from it
     * @param run progress over the frames; cancelling ends the decoder and throws
     * @throws MediaException where it cannot be decoded at all
     */
    public static ClipHealth check(FrameIndex index, MediaInfo info, Run run) {
        return beside(index, info, new Output(List.of(), List.of("-f", "null", "-"), index.file()), run);
    }

    /**
     * What else is made of the decoded frames.
     *
     * @param filters behind which they go
     * @param coding FFmpeg's arguments for it, its file included
     * @param file that is written
     */
    public record Output(List<String> filters, List<String> coding, Path file) {}

    /**
     * The same while something else is made of the same frames: a clip is decoded once for both.
     *
     * @throws foldback.media.NoRoomException where there was no room for it
     * @throws MediaException where the clip cannot be decoded at all, or the other not be made
     */
    public static ClipHealth beside(FrameIndex index, MediaInfo info, Output output, Run run) {
        MediaInfo.Video video = info.video().orElseThrow();
        DecodeWatch watch = new DecodeWatch(soundCodecs(info));
        Arguments arguments = Arguments.watched(DecodeWatch.LEVEL)
                .add(DecodeWatch.CAREFUL)
                .add("-noautorotate", "-seek_timestamp", "1")
                .add(Decoders.of(video.codec()))
                .guardedInput(index.file())
                .add("-filter_complex", graph(output.filters(), video))
                .add("-map", "[picture]", "-vsync", "passthrough", "-enc_time_base", "-1")
                .add(output.coding())
                .add("-map", "[small]", "-vsync", "passthrough", "-f", "rawvideo", "pipe:1");
        if (!info.audio().isEmpty()) {
            arguments.add("-map", "0:a:0", "-f", "null", "-");
        }
        BitSet seen = new BitSet();
        try (Child child = Children.start(NICENESS, arguments.list(), watch, watch::end)) {
            child.input().close();
            SmallPictures small = SmallPictures.read(index, video, child.output());
            follow(index, watch, seen, run);
            int code = child.await();
            if (child.ranOutOfRoom() || NoRoomException.isSaidIn(watch.lastWords())) {
                throw new NoRoomException(output.file(), null);
            }
            child.refuseIfKilled(index.file());
            if (seen.isEmpty() || code != 0) {
                throw new MediaException(
                        index.file(),
                        MediaProbe.name(index.file()) + " cannot be decoded. Copy it again from the card. ("
                                + MediaProbe.lastLine(watch.lastWords()) + ")");
            }
            return health(index, info, watch, seen, small.await());
        } catch (IOException failed) {
            throw new MediaException(
                    index.file(), "ffmpeg could not be run; is it installed? (" + failed.getMessage() + ")", failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(
                    index.file(), "Checking " + MediaProbe.name(index.file()) + " was interrupted.", interrupted);
        }
    }

    private static String graph(List<String> filters, MediaInfo.Video video) {
        List<String> chain = new ArrayList<>(List.of("[0:v:0]" + DecodeWatch.FILTER_WITH_CHECKSUM));
        chain.addAll(filters);
        return String.join(",", chain) + ",split[picture][whole];[whole]" + SmallPictures.filters(video) + "[small]";
    }

    /** Marks the frames that come out, until none does. */
    private static void follow(FrameIndex index, DecodeWatch watch, BitSet seen, Run run) throws InterruptedException {
        int expected = 0;
        for (double time = watch.nextTime(); !watch.hasEnded(time); time = watch.nextTime()) {
            int number = FrameTimes.numberAt(index, time, expected);
            seen.set(number);
            expected = number + 1;
            run.step(Math.min(1, (double) expected / index.frames()));
        }
    }

    private static ClipHealth health(
            FrameIndex index, MediaInfo info, DecodeWatch watch, BitSet seen, PictureWatch pictures) {
        BitSet damaged = FrameTimes.damaged(index, watch, 0);
        BitSet missing = new BitSet();
        missing.set(0, index.frames());
        missing.andNot(seen);
        damaged.or(missing);
        // Where frames are missing their numbers are not those of the index, and the clip is known to be damaged.
        if (pictures.frames() == index.frames()) {
            damaged.or(PictureFaults.of(pictures, damaged, index, info.video().orElseThrow()));
        }
        List<Integer> gaps = gaps(index);
        List<Integer> repeats = 2 * watch.repeats().size() < watch.frames() ? watch.repeats() : List.of();
        return new ClipHealth(
                index.frames(),
                ClipHealth.ranges(damaged, index),
                gaps.stream().mapToInt(frame -> framesWithin(index, frame)).sum(),
                repeats.size(),
                endsEarly(index, info, info.video().orElseThrow()),
                watch.soundFaults(),
                times(index, gaps),
                times(index, repeats),
                !info.video().orElseThrow().codec().equals(HEVC));
    }

    /**
     * What is known of a clip, and what a slower look at its stream tells beside it; the same where nothing slower is known.
     *
     * @param run progress over the frames; cancelling ends the decoder and throws
     */
    public static ClipHealth refine(ClipHealth known, FrameIndex index, Run run) {
        if (known.strict()) {
            return known;
        }
        List<Integer> faults = HevcCheck.faults(index, run).orElse(List.of());
        BitSet damaged = FrameTimes.spoiled(index, faults);
        // What is amiss from end to end for one decoder, and nowhere for the other, is a stream of a kind that it does
        // not know.
        boolean unknownKind =
                known.damaged().isEmpty() && damaged.cardinality() == index.frames() && groups(index) >= LEAST_GROUPS;
        if (unknownKind) {
            damaged.clear();
        }
        known.damaged().forEach(range -> damaged.set(range.first(), range.end()));
        return new ClipHealth(
                known.frames(),
                ClipHealth.ranges(damaged, index),
                known.skipped(),
                known.repeated(),
                known.endsEarlySeconds(),
                known.soundFaults(),
                known.skippedAt(),
                known.repeatedAt(),
                true);
    }

    private static int groups(FrameIndex index) {
        int keys = 0;
        for (boolean key : index.keys()) {
            keys += key ? 1 : 0;
        }
        return keys;
    }

    static Set<String> soundCodecs(MediaInfo info) {
        return info.audio().stream().map(MediaInfo.Audio::codec).collect(Collectors.toSet());
    }

    /** The frames behind which others are missing, in a clip of one rate; none where its rate varies. */
    private static List<Integer> gaps(FrameIndex index) {
        double[] gaps = new double[Math.max(0, index.frames() - 1)];
        for (int i = 0; i < gaps.length; i++) {
            gaps[i] = index.pts()[i + 1] - index.pts()[i];
        }
        double usual = median(gaps);
        long alike = Arrays.stream(gaps)
                .filter(gap -> Math.abs(gap - usual) < ALIKE * usual)
                .count();
        return gaps.length < 3 || alike < MOSTLY * gaps.length
                ? List.of()
                : IntStream.range(0, gaps.length)
                        .filter(i -> gaps[i] > GAP * usual)
                        .boxed()
                        .toList();
    }

    /** How many frames are missing behind one, at the clip's usual distance. */
    private static int framesWithin(FrameIndex index, int frame) {
        double usual = index.duration() / index.frames();
        return Math.max(1, (int) Math.round((index.pts()[frame + 1] - index.pts()[frame]) / usual) - 1);
    }

    private static List<Double> times(FrameIndex index, List<Integer> frames) {
        return frames.stream()
                .limit(MOST_PLACES)
                .map(frame -> index.timeOf(Math.min(frame, index.frames() - 1)))
                .toList();
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted.length == 0 ? 0 : sorted[sorted.length / 2];
    }

    private static double endsEarly(FrameIndex index, MediaInfo info, MediaInfo.Video video) {
        boolean own = video.durationSeconds() > 0;
        double says = own ? video.durationSeconds() : info.durationSeconds();
        if (index.unread() > 0) {
            return index.unread() * index.duration() / index.frames();
        }
        double shorter = says - index.duration();
        double allowed = own ? SHORTER_SECONDS : SHORTER_CONTAINER_SECONDS;
        if (own && info.container().contains(COUNTED)) {
            allowed = SHORTER_FRAMES * index.duration() / index.frames();
        }
        return shorter > allowed ? shorter : 0;
    }
}
