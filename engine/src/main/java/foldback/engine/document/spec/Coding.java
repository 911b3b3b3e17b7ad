package foldback.engine.document.spec;

import foldback.media.ffmpeg.EncoderSettings;
import foldback.media.ffmpeg.VideoCodec;
import java.util.List;
import java.util.Optional;

/**
 * How a deliverable's pictures are encoded.
 *
 * @param preset of the encoder, where its codec has presets: slower presets make smaller files
 * @param crf constant quality; absent where a bit rate is given, or the codec has neither
 * @param bitRateKbps mean bit rate; absent where a quality is given, or the codec has neither
 */
public record Coding(VideoCodec codec, Optional<String> preset, Optional<Integer> crf, Optional<Integer> bitRateKbps) {
    public Coding {
        if (codec.isRated() != preset.isPresent() || codec.isRated() != (crf.isPresent() ^ bitRateKbps.isPresent())) {
            throw new IllegalArgumentException(
                    codec.isRated()
                            ? codec.words() + " needs a preset, and either a quality or a bit rate"
                            : codec.words() + " has neither presets nor a rate to choose");
        }
    }

    /** One of a quality: 0 is lossless, about 18 looks like the source, larger is worse and smaller in bytes. */
    public static Coding ofQuality(VideoCodec codec, String preset, int crf) {
        return new Coding(codec, Optional.of(preset), Optional.of(crf), Optional.empty());
    }

    /** One that says itself how large it is. */
    public static Coding unrated(VideoCodec codec) {
        return new Coding(codec, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** FFmpeg's arguments for quality or bit rate. */
    public List<String> rateControl() {
        return crf.map(EncoderSettings::quality)
                .or(() -> bitRateKbps.map(EncoderSettings::bitRate))
                .orElse(List.of());
    }
}
