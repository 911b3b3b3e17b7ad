package foldback.engine.balance;

import foldback.core.picture.Frame;
import foldback.core.recipe.light.NoiseReduction;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.MediaInfo;

/** How much longer decoding takes where noise is taken out, tried on the take itself. */
public final class NoiseCost {
    private static final int FRAMES = 12;

    private NoiseCost() {}

    /** Seconds more for a frame of all the lenses of a take. */
    public static double seconds(Take take, NoiseReduction noise) {
        if (noise.isNone()) {
            return 0;
        }
        double all = 0;
        double pixels = 0;
        TakeClip tried = take.clips().get(0);
        for (TakeClip clip : take.clips()) {
            all += (double) clip.video().width() * clip.video().height();
        }
        pixels = (double) tried.whole().width() * tried.whole().height();
        double more = decoding(tried, noise) - decoding(tried, NoiseReduction.NONE);
        return Math.max(0, more) * all / pixels;
    }

    /** Seconds a frame, from the middle of a clip on; what it takes to begin is not counted. */
    private static double decoding(TakeClip clip, NoiseReduction noise) {
        MediaInfo.Video video = clip.whole();
        int first = Math.max(0, clip.index().frames() / 2 - FRAMES);
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        try (FrameReader reader = new FrameReader(
                clip.index(), video, first, video.width(), video.height(), TakeClip.denoising(noise), 0)) {
            reader.next(frame);
            long begun = System.nanoTime();
            int read = 0;
            while (read < FRAMES && reader.next(frame)) {
                read++;
            }
            return (System.nanoTime() - begun) / 1e9 / Math.max(1, read);
        }
    }
}
