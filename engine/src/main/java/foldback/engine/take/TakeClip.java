package foldback.engine.take;

import foldback.core.picture.Area;
import foldback.core.picture.Frame;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.RecipePlan;
import foldback.core.recipe.light.NoiseReduction;
import foldback.core.time.TimeSpan;
import foldback.media.MediaException;
import foldback.media.decode.Denoising;
import foldback.media.decode.OneFrame;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A clip that was opened: where it is, what it is, and when its frames are due.
 *
 * @param index its frames' times
 */
public record TakeClip(ClipRef ref, Path file, MediaInfo info, FrameIndex index) {

    /**
     * Opens a clip.
     *
     * @throws MediaException where the file is missing, damaged, has no picture, or is not made of areas such as the lens's
     */
    public static TakeClip open(ClipRef ref, Path file) {
        MediaInfo info = MediaProbe.probe(file);
        MediaInfo.Video video = info.video()
                .orElseThrow(() -> new MediaException(
                        file, file.getFileName() + " has no picture; choose the clip of lens " + ref.slot() + "."));
        if (ref.area().isPresent() && !ref.area().get().tiles(video.width(), video.height())) {
            throw new MediaException(
                    file,
                    file.getFileName() + " is " + video.width() + " x " + video.height()
                            + ", which is not made of pictures such as the one named for lens " + ref.slot() + ".");
        }
        return new TakeClip(ref, file, info, FrameIndex.read(file));
    }

    /** The same file, elsewhere in the take. */
    TakeClip as(ClipRef placed) {
        return new TakeClip(placed, file, info, index);
    }

    /** The file's stream as it is, with all the lenses that it holds. */
    public MediaInfo.Video whole() {
        return info.video().orElseThrow();
    }

    /** The stream as the lens has it: of the size of the lens's picture. */
    public MediaInfo.Video video() {
        return ref.area()
                .map(area -> whole().withSize(area.width(), area.height()))
                .orElseGet(this::whole);
    }

    /** How many lenses' pictures lie next to each other in the file. */
    public int across() {
        return whole().width() / video().width();
    }

    /** How many lie one above the other. */
    public int down() {
        return whole().height() / video().height();
    }

    /**
     * Decodes one whole frame of the file, with all the lenses that it holds.
     *
     * @param number of the frame
     * @param halvings of its size
     * @throws MediaException where the file has no such frame
     */
    public Frame whole(int number, int halvings) {
        return whole(number, halvings, NoiseReduction.NONE);
    }

    /** The same with noise taken out. */
    public Frame whole(int number, int halvings, NoiseReduction noise) {
        return OneFrame.read(
                index, whole(), number, whole().width() >> halvings, whole().height() >> halvings, denoising(noise));
    }

    /** What a recipe says of noise, as decoders take it. */
    public static Denoising denoising(NoiseReduction noise) {
        return new Denoising(noise.temporal(), noise.spatial());
    }

    /** The lens's part of a whole frame of the file, which may be of another size than the file's. */
    public Frame part(Frame frame) {
        Optional<Area> area = ref.area();
        if (area.isEmpty()) {
            return frame;
        }
        Area part = area.get().atSize(frame.width() / across(), frame.height() / down());
        return frame.sub(part.left(), part.top(), part.width(), part.height());
    }

    public RecipePlan.Source source() {
        return new RecipePlan.Source(video().width(), video().height(), video().format(), video().tags());
    }

    /** The files in its folder, by the names that recipes have for them; none where that cannot be listed. */
    public Map<String, Path> beside() {
        String name = ref.file();
        String folder = name.substring(0, name.lastIndexOf('/') + 1);
        try (Stream<Path> files = Files.list(file.getParent())) {
            return files.filter(Files::isRegularFile)
                    .collect(Collectors.toMap(path -> folder + path.getFileName(), Function.identity()));
        } catch (IOException unreadable) {
            return Map.of();
        }
    }

    /** Its sound, from its first frame on; empty where it recorded none. */
    public Optional<Sounding> sounding() {
        return info.audio().isEmpty()
                ? Optional.empty()
                : Optional.of(new Sounding(
                        ref.file(), file, ref.sha256(), index.pts()[0], ref.offsetSeconds(), ref.driftPpm()));
    }

    /** The take time in which it has frames. */
    public TimeSpan span() {
        return new TimeSpan(ref.offsetSeconds(), ref.takeTime(index.duration()));
    }

    /** The frame shown at a take time: the nearest by timestamp, a tie going to the earlier. */
    public int frameAt(double takeSeconds) {
        return index.nearest(ref.clipTime(takeSeconds));
    }
}
