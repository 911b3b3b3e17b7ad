package foldback.engine.gather;

import foldback.core.lens.CircleFinder;
import foldback.core.lens.ImageCircle;
import foldback.core.picture.Area;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.FrameReader;
import foldback.media.ffmpeg.MediaInfo;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Finds out where the lenses' pictures are in a file: the whole, or two halves with a lit disc each. */
public final class LensPictures {
    private static final int MOMENTS = 3;
    /** Two lenses of one camera are of one kind: their discs' sizes differ by no more than this share. */
    private static final double RADII_APART = 0.06;

    private LensPictures() {}

    /**
     * A lens's picture.
     *
     * @param area where it is, where the file holds several
     * @param circle the lit disc, in pixels of the area
     */
    public record Found(Optional<Area> area, Optional<ImageCircle> circle) {}

    /**
     * Looks at some moments of a clip that has a picture.
     *
     * @throws foldback.media.MediaException where it cannot be decoded
     */
    public static List<Found> find(Path file, MediaInfo info) {
        MediaInfo.Video video = info.video().orElseThrow();
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        ShortPlane sum = new ShortPlane(video.width(), video.height());
        FrameIndex index = FrameIndex.read(file);
        int taken = 0;
        for (int i = 0; i < MOMENTS; i++) {
            int number = index.keyBefore(index.frames() * (2 * i + 1) / (2 * MOMENTS));
            try (FrameReader reader = new FrameReader(index, video, number, video.width(), video.height(), 0)) {
                if (reader.next(frame)) {
                    add(frame.y(), sum);
                    taken++;
                }
            }
        }
        if (taken == 0) {
            return List.of(new Found(Optional.empty(), Optional.empty()));
        }
        if (new ClipFacts("", info).mayHoldTwoLenses()) {
            int half = Math.min(video.width(), video.height());
            boolean across = video.width() > video.height();
            Area first = new Area(0, 0, half, half);
            Area second = new Area(across ? half : 0, across ? 0 : half, half, half);
            Optional<ImageCircle> one = circle(sum, first);
            Optional<ImageCircle> two = circle(sum, second);
            if (one.isPresent()
                    && two.isPresent()
                    && Math.abs(one.get().radius() / two.get().radius() - 1) < RADII_APART) {
                return List.of(new Found(Optional.of(first), one), new Found(Optional.of(second), two));
            }
        }
        return List.of(new Found(
                Optional.empty(), circle(sum, new Area(0, 0, video.width() & ~1, video.height() & ~1))));
    }

    private static Optional<ImageCircle> circle(Plane sum, Area area) {
        return CircleFinder.find(sum.sub(area.left(), area.top(), area.width(), area.height()))
                .map(CircleFinder.Found::circle);
    }

    /** A sum over few moments stands for their mean: a disc is found by its shape, whatever the scale. */
    private static void add(Plane luma, ShortPlane sum) {
        for (int y = 0; y < luma.height(); y++) {
            for (int x = 0; x < luma.width(); x++) {
                sum.set(x, y, sum.get(x, y) + luma.get(x, y));
            }
        }
    }
}
