package foldback.media.ffmpeg;

import java.util.List;

/** How pictures are encoded. All of them give the same bytes for the same frames and settings. */
public enum VideoCodec {
    /** Plays everywhere. */
    H264("H.264", "h264", "libx264", "mp4", List.of(8, 10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            return List.of("-preset", settings.preset(), "-x264-params", "open-gop=0");
        }
    },
    /** Half as large as H.264 for the same look, and slower to make. */
    H265("H.265", "hevc", "libx265", "mp4", List.of(8, 10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            // Frames encoded beside each other would make the bytes depend on the machine's number of cores.
            String fixed = "open-gop=0:info=0:frame-threads=1:pools=" + settings.threads() + ":log-level=error";
            return List.of("-preset", settings.preset(), "-x265-params", fixed, "-tag:v", "hvc1");
        }
    },
    /** Half as large again, and newer players alone show it. */
    AV1("AV1", "av1", "libsvtav1", "mp4", List.of(8, 10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            int speed = FASTEST_AV1 - EncoderSettings.PRESETS.indexOf(settings.preset());
            return List.of("-preset", Integer.toString(speed), "-svtav1-params", "lp=" + settings.threads());
        }
    },
    /** For other programs to work on: each frame by itself, ten bits, twice the colour of the others. */
    PRORES_422("ProRes 422", "prores", "prores_ks", "mov", List.of(10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            return prores(2);
        }
    },
    /** The same with half as many bytes again. */
    PRORES_422_HQ("ProRes 422 HQ", "prores", "prores_ks", "mov", List.of(10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            return prores(3);
        }
    },
    /** An image a frame, of 8 or 16 bits. */
    PNG("PNG images", "png", "png", "mov", List.of(8, 10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            return List.of("-compression_level", "3", "-pred", "up");
        }
    },
    /** The same for programs that work on prints. */
    TIFF("TIFF images", "tiff", "tiff", "mov", List.of(8, 10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            return List.of("-compression_algo", "deflate");
        }
    },
    /** An image a frame, of half-precision floats: the light of a reference screen (ITU-R BT.1886), not what a curve makes of it. */
    EXR("OpenEXR images", "exr", "exr", "mov", List.of(10)) {
        @Override
        List<String> encoder(EncoderSettings settings) {
            return List.of("-format", "half", "-compression", "zip16");
        }
    };

    /** Its encoder numbers presets, from the slowest. */
    private static final int FASTEST_AV1 = 12;

    private final String words;
    private final String probed;
    private final String encoderName;
    private final String container;
    private final List<Integer> bits;

    VideoCodec(String words, String probed, String encoderName, String container, List<Integer> bits) {
        this.words = words;
        this.probed = probed;
        this.encoderName = encoderName;
        this.container = container;
        this.bits = bits;
    }

    private static List<String> prores(int profile) {
        return List.of("-profile:v", Integer.toString(profile));
    }

    /** How FFmpeg calls its encoder. */
    String encoderName() {
        return encoderName;
    }

    /** FFmpeg's arguments that set the encoder. */
    abstract List<String> encoder(EncoderSettings settings);

    /** Its name for people. */
    public String words() {
        return words;
    }

    /** How it is called in {@link MediaInfo}. */
    public String probed() {
        return probed;
    }

    /** The container that it comes in. */
    public String container() {
        return container;
    }

    /** Whether it makes a folder of images, one a frame. */
    public boolean isImages() {
        return this == PNG || this == TIFF || this == EXR;
    }

    /** Whether its values are light, not what a curve makes of it. */
    public boolean holdsLight() {
        return this == EXR;
    }

    /** What names of its files end with, or of its folders of images. */
    public String ending() {
        return isImages() ? "_" + imageEnding() : "." + container;
    }

    /** A name without that ending, where it has it. */
    public String withoutEnding(String name) {
        return name.endsWith(ending()) ? name.substring(0, name.length() - ending().length()) : name;
    }

    /** What the names of its images end with. */
    String imageEnding() {
        return this == TIFF ? "tif" : probed;
    }

    /** Of a sample, those that it can hold. */
    public List<Integer> bits() {
        return bits;
    }

    /** Whether a quality or a bit rate is chosen, and a preset; else its kind says how large it is. */
    public boolean isRated() {
        return this == H264 || this == H265 || this == AV1;
    }

    /** The pixel layout that it stores canvases of a format in. */
    String layout(String canvasLayout) {
        boolean deep = !canvasLayout.equals("yuv420p");
        return switch (this) {
            case H264, H265, AV1 -> canvasLayout;
            case PRORES_422, PRORES_422_HQ -> "yuv422p10le";
            case PNG -> deep ? "rgb48be" : "rgb24";
            case TIFF -> deep ? "rgb48le" : "rgb24";
            case EXR -> "gbrpf32le";
        };
    }
}
