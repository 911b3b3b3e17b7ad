package foldback.media.decode;

import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import java.io.IOException;
import java.io.InputStream;

/** The small grey pictures of a clip that a decoder gives out beside what else is made of it; read on a thread of their own. */
final class SmallPictures {
    private static final int WIDTH = 128;
    private static final int TALLEST = 512;

    private final int width;
    private final int height;
    private final PictureWatch watch;
    private final Thread thread;

    /** @param source of the raw pictures; read to its end */
    private SmallPictures(FrameIndex index, int width, int height, InputStream source) {
        this.width = width;
        this.height = height;
        watch = new PictureWatch(new CellDifference(width, height), index.keys(), index.leading());
        thread = new Thread(() -> read(source), "small-pictures");
        thread.setDaemon(true);
    }

    /** Begins to read them. */
    static SmallPictures read(FrameIndex index, MediaInfo.Video video, InputStream source) {
        SmallPictures pictures = new SmallPictures(index, WIDTH, heightOf(video), source);
        pictures.thread.start();
        return pictures;
    }

    /** FFmpeg's filters that make them. */
    static String filters(MediaInfo.Video video) {
        return "scale=" + WIDTH + ":" + heightOf(video) + ":flags=area,format=gray";
    }

    private static int heightOf(MediaInfo.Video video) {
        int cells = Math.round((float) WIDTH * video.height() / video.width() / CellDifference.CELL);
        return Math.max(CellDifference.CELL, Math.min(TALLEST, cells * CellDifference.CELL));
    }

    /** What was seen, once the decoder has ended. */
    PictureWatch await() throws InterruptedException {
        thread.join();
        return watch;
    }

    private void read(InputStream source) {
        try (source) {
            byte[] picture = source.readNBytes(width * height);
            while (picture.length == width * height) {
                watch.accept(picture);
                picture = source.readNBytes(width * height);
            }
        } catch (IOException ended) {
            // The decoder was stopped: what it was to tell is not looked at.
        }
        watch.end();
    }
}
