package foldback.media.decode;

import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import java.io.IOException;
import java.io.InputStream;

/** The small grey pictures of a clip that a decoder gives out beside what else is made of it; read on a thread of their own. */
final class SmallPictures {
    private static final int WIDTH = 128;
    private static final int TALLEST = 512;

    private final int bytes;
    private final PictureWatch watch;
    private final Thread thread;

    private SmallPictures(FrameIndex index, int height, InputStream source) {
        bytes = WIDTH * height;
        watch = new PictureWatch(new CellDifference(WIDTH, height), index.keys(), index.leading());
        thread = new Thread(() -> read(source), "small-pictures");
        thread.setDaemon(true);
    }

    /**
     * Begins to read them.
     *
     * @param source of the raw pictures; read to its end
     */
    static SmallPictures read(FrameIndex index, MediaInfo.Video video, InputStream source) {
        SmallPictures pictures = new SmallPictures(index, heightOf(video), source);
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
            for (byte[] picture = source.readNBytes(bytes);
                    picture.length == bytes;
                    picture = source.readNBytes(bytes)) {
                watch.accept(picture);
            }
        } catch (IOException ended) {
            // The decoder was stopped: what it was to tell is not looked at.
        }
        watch.end();
    }
}
