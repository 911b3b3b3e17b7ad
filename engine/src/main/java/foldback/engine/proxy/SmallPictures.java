package foldback.engine.proxy;

import foldback.core.lens.Lens;
import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import foldback.core.run.Run;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.proxy.ProxyStream;
import java.io.IOException;
import java.util.Optional;

/** All frames of a lens in turn, small and grey, for measuring how it moves: from the clip's proxy where it is there, else from the clip itself. */
public final class SmallPictures {
    private static final int NICENESS = 5;
    /** Of a lens's picture, the longer side, pixels: turns come out to some hundredths of one. */
    private static final int SIDE = 240;

    private SmallPictures() {}

    /** Takes one frame after the other. */
    @FunctionalInterface
    public interface Sink {
        /**
         * Takes a frame.
         *
         * @param seconds clip time
         * @param luma row by row, unsigned; reused for the next one
         */
        void take(double seconds, byte[] luma);
    }

    /** How wide a picture is read that is so wide and high; a multiple of 4. */
    public static int width(int width, int height) {
        return fitting(width, Math.max(width, height));
    }

    /** How high it is read. */
    public static int height(int width, int height) {
        return fitting(height, Math.max(width, height));
    }

    /** A lens as its small pictures show it. */
    public static Lens lens(Lens lens) {
        int width = lens.frame().width();
        int height = lens.frame().height();
        return lens.scaledTo(width(width, height), height(width, height));
    }

    private static int fitting(int side, int longer) {
        double scale = Math.min(1, (double) SIDE / longer);
        return 4 * (int) Math.max(4, Math.round(side * scale / 4));
    }

    /**
     * Reads a clip.
     *
     * @param width of the lens's picture that is wanted; a multiple of 4
     * @param height the same
     * @param run progress; cancelling throws
     * @throws MediaException where it cannot be read
     */
    public static void read(TakeClip clip, Optional<Proxies> proxies, int width, int height, Sink sink, Run run) {
        int across = width * clip.across();
        int down = height * clip.down();
        Optional<Proxy> proxy = proxies.flatMap(known -> known.of(clip));
        try (Pictures pictures =
                proxy.isPresent() ? proxied(proxy.get(), across, down) : original(clip, across, down)) {
            MediaInfo.Video video = clip.whole();
            Frame frame = Frame.allocate(video.format(), video.tags(), across, down);
            byte[] luma = new byte[width * height];
            int frames = clip.index().frames();
            for (int n = 0; n < frames && pictures.next(n, frame); n++) {
                copy(clip.part(frame).y(), luma);
                sink.take(clip.index().timeOf(n), luma);
                run.step((n + 1.0) / frames);
            }
        } catch (IOException failed) {
            throw new MediaException(
                    clip.file(),
                    "The pictures of " + clip.ref().file() + " cannot be read: " + failed.getMessage() + ". Try again.",
                    failed);
        }
    }

    /** The frames of a clip, in order. */
    private interface Pictures extends AutoCloseable {
        boolean next(int number, Frame frame) throws IOException;

        @Override
        void close();
    }

    private static Pictures proxied(Proxy proxy, int width, int height) throws IOException {
        ProxyStream stream = new ProxyStream(proxy.pictures(), proxy.video(), 0, width, height);
        return new Pictures() {
            @Override
            public boolean next(int number, Frame frame) throws IOException {
                stream.read(number, frame);
                return true;
            }

            @Override
            public void close() {
                stream.close();
            }
        };
    }

    private static Pictures original(TakeClip clip, int width, int height) {
        FrameReader reader = new FrameReader(clip.index(), clip.whole(), 0, width, height, NICENESS);
        return new Pictures() {
            @Override
            public boolean next(int number, Frame frame) {
                return reader.next(frame);
            }

            @Override
            public void close() {
                reader.close();
            }
        };
    }

    private static void copy(Plane plane, byte[] luma) {
        for (int y = 0; y < plane.height(); y++) {
            int at = plane.offset() + y * plane.stride();
            if (plane instanceof BytePlane bytes) {
                System.arraycopy(bytes.data(), at, luma, y * plane.width(), plane.width());
            } else if (plane instanceof ShortPlane shorts) {
                for (int x = 0; x < plane.width(); x++) {
                    luma[y * plane.width() + x] = (byte) (shorts.data()[at + x] >> 2);
                }
            }
        }
    }
}
