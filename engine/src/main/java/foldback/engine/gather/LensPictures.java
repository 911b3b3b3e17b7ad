package foldback.engine.gather;

import foldback.core.lens.CircleFinder;
import foldback.core.lens.ImageCircle;
import foldback.core.picture.Area;
import foldback.core.picture.Frame;
import foldback.core.picture.LumaSum;
import foldback.core.picture.Plane;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Finds out where the lenses' pictures are in a file: the whole, or two halves with a lit disc each. */
public final class LensPictures {
    private static final int MOMENTS = 3;
    /** Two lenses of one camera are of one kind: their discs' sizes differ by no more than this share. */
    private static final double RADII_APART = 0.06;

    private static final double LEAST_ASPECT = 1.5;

    /** A disc's middle is no farther from that of its half than this share of the half. */
    private static final double OFF_CENTRE = 0.15;

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
        LumaSum sum = new LumaSum();
        FrameIndex index = FrameIndex.read(file);
        for (int i = 0; i < MOMENTS; i++) {
            int number = index.keyBefore(index.frames() * (2 * i + 1) / (2 * MOMENTS));
            try (FrameReader reader = new FrameReader(index, video, number, video.width(), video.height(), 0)) {
                if (reader.next(frame)) {
                    sum.add(frame.y(), video.format().bits());
                }
            }
        }
        if (sum.count() == 0) {
            return List.of(new Found(Optional.empty(), Optional.empty()));
        }
        List<Found> two = halves(video).stream()
                .map(area -> new Found(Optional.of(area), circle(sum.plane(), area)))
                .toList();
        if (areTwoLenses(two)) {
            return two;
        }
        return List.of(new Found(
                Optional.empty(), circle(sum.plane(), new Area(0, 0, video.width() & ~1, video.height() & ~1))));
    }

    /** Side by side or one above the other; empty where a half would be far from square. */
    private static List<Area> halves(MediaInfo.Video video) {
        int width = video.width();
        int height = video.height();
        if (width >= LEAST_ASPECT * height && width % 4 == 0 && height % 2 == 0) {
            return List.of(new Area(0, 0, width / 2, height), new Area(width / 2, 0, width / 2, height));
        }
        if (height >= LEAST_ASPECT * width && height % 4 == 0 && width % 2 == 0) {
            return List.of(new Area(0, 0, width, height / 2), new Area(0, height / 2, width, height / 2));
        }
        return List.of();
    }

    private static boolean areTwoLenses(List<Found> halves) {
        if (halves.isEmpty() || !halves.stream().allMatch(LensPictures::isCentred)) {
            return false;
        }
        double one = halves.get(0).circle().orElseThrow().radius();
        double two = halves.get(1).circle().orElseThrow().radius();
        return Math.abs(one / two - 1) < RADII_APART;
    }

    /** One disc in the middle of a wide picture also shows half a rim in each half. */
    private static boolean isCentred(Found half) {
        Area area = half.area().orElseThrow();
        return half.circle()
                .filter(c -> Math.abs(c.cx() / area.width() - 0.5) < OFF_CENTRE)
                .filter(c -> Math.abs(c.cy() / area.height() - 0.5) < OFF_CENTRE)
                .isPresent();
    }

    private static Optional<ImageCircle> circle(Plane sum, Area area) {
        return CircleFinder.find(sum.sub(area.left(), area.top(), area.width(), area.height()))
                .map(CircleFinder.Found::circle);
    }
}
