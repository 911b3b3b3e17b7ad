package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.time.FrameRate;
import java.util.List;

/**
 * All that decides the bytes of an encoded video.
 *
 * @param threads of the encoder: another number gives other bytes
 * @param group frames from one key frame to the next at the most
 * @param preset of the encoder, one of {@link #PRESETS} where its codec has presets
 * @param rateControl FFmpeg's arguments for quality or bit rate; none where its codec has neither
 */
public record EncoderSettings(
        int width,
        int height,
        FrameRate rate,
        PixelFormat format,
        ColourTags tags,
        String preset,
        List<String> rateControl,
        int threads,
        int group,
        VideoCodec codec) {

    /** From the fastest to the one that makes the smallest files. */
    public static final List<String> PRESETS =
            List.of("ultrafast", "superfast", "veryfast", "faster", "fast", "medium", "slow", "slower", "veryslow");

    /** Groups of two seconds, as deliverables have them. */
    public static int twoSeconds(FrameRate rate) {
        return (int) Math.round(2 * rate.perSecond());
    }

    /** A constant quality: 0 is lossless, about 18 looks like the source, larger is worse and smaller in bytes. */
    public static List<String> quality(int crf) {
        return List.of("-crf", Integer.toString(crf));
    }

    /** A mean bit rate with a buffer of two seconds. */
    public static List<String> bitRate(int kilobits) {
        return List.of("-b:v", kilobits + "k", "-maxrate", kilobits * 3 / 2 + "k", "-bufsize", 2 * kilobits + "k");
    }
}
