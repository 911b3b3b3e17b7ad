package foldback.media.ffmpeg;

import foldback.core.picture.PixelFormat;
import java.util.Map;
import java.util.Optional;

/** FFmpeg's names of pixel layouts and ours. */
final class PixelLayouts {
    private static final Map<String, PixelFormat> PLANAR = Map.of(
            "yuv420p", new PixelFormat(8, 1, 1),
            "yuv422p", new PixelFormat(8, 1, 0),
            "yuv444p", new PixelFormat(8, 0, 0),
            "yuvj420p", new PixelFormat(8, 1, 1),
            "yuvj422p", new PixelFormat(8, 1, 0),
            "yuvj444p", new PixelFormat(8, 0, 0),
            "yuv420p10le", new PixelFormat(10, 1, 1),
            "yuv422p10le", new PixelFormat(10, 1, 0),
            "yuv444p10le", new PixelFormat(10, 0, 0));

    /** Layouts that are read as another one of the same values, or, above 10 bits, with 10. */
    private static final Map<String, String> READ_AS = Map.of(
            "nv12", "yuv420p",
            "p010le", "yuv420p10le",
            "yuv420p12le", "yuv420p10le",
            "yuv422p12le", "yuv422p10le",
            "yuv444p12le", "yuv444p10le",
            "yuva444p10le", "yuv444p10le",
            "yuva444p12le", "yuv444p10le");

    private PixelLayouts() {}

    /** The layout to ask for, so that no conversion changes range or matrix; empty for what is not supported. */
    static Optional<String> decodeFormat(String source) {
        String name = READ_AS.getOrDefault(source, source);
        return PLANAR.containsKey(name) ? Optional.of(name) : Optional.empty();
    }

    static PixelFormat format(String decodeFormat) {
        return PLANAR.get(decodeFormat);
    }

    /** The 4:2:0 layout of this depth that encoders are given. */
    static String canvasLayout(PixelFormat format) {
        return format.bits() > 8 ? "yuv420p10le" : "yuv420p";
    }
}
