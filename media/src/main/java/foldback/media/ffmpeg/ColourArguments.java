package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import java.util.List;

/** What FFmpeg is told of the meaning of code values, and how it turns canvases into images of R'G'B' and back. */
record ColourArguments(ColourTags tags) {

    String range() {
        return tags.range() == ColourTags.Range.FULL ? "pc" : "tv";
    }

    private String matrix() {
        return switch (tags.matrix()) {
            case BT601 -> "smpte170m";
            case BT709 -> "bt709";
            case BT2020 -> "bt2020nc";
        };
    }

    private String primaries() {
        return switch (tags.matrix()) {
            case BT601 -> "smpte170m";
            case BT709 -> "bt709";
            case BT2020 -> "bt2020";
        };
    }

    private String curve() {
        return switch (tags.transfer()) {
            case BT709 -> "bt709";
            case SRGB -> "iec61966-2-1";
            case LINEAR -> "linear";
            case HLG -> "arib-std-b67";
            case PQ -> "smpte2084";
            // No tag stands for these.
            case ACESCCT, CINEON -> "unknown";
        };
    }

    /** Of a film's stream. */
    List<String> ofFilm() {
        return List.of(
                "-color_range",
                range(),
                "-colorspace",
                matrix(),
                "-color_primaries",
                primaries(),
                "-color_trc",
                curve(),
                "-chroma_sample_location",
                "left");
    }

    /** Has frames say what their values mean: some encoders ask them, not the settings. */
    String tagged() {
        return "setparams=range=" + range() + ":colorspace=" + matrix() + ":color_primaries=" + primaries()
                + ":color_trc=" + curve();
    }

    /** From a canvas to images: R'G'B' of the full range by the canvas's own curve, or light itself. */
    String toImages(VideoCodec codec, String canvasLayout) {
        String light = codec.holdsLight() ? ":t=linear" : "";
        return tagged() + ",zscale=m=gbr:r=full:f=bicubic" + light + ",format=" + between(codec, canvasLayout);
    }

    /** Back to what the canvas was. */
    String toCanvas(VideoCodec codec, String canvasLayout) {
        String light = codec.holdsLight() ? ":tin=linear:t=" + curve() : "";
        return "format=" + between(codec, canvasLayout) + ",setparams=colorspace=gbr:range=pc,zscale=m=" + matrix()
                + ":r=" + range() + ":p=" + primaries() + ":pin=" + primaries() + ":f=bicubic" + light
                + ",format=" + canvasLayout;
    }

    /** The planar layout of what zscale works on. */
    private static String between(VideoCodec codec, String canvasLayout) {
        if (codec.holdsLight()) {
            return "gbrpf32le";
        }
        return canvasLayout.equals("yuv420p") ? "gbrp" : "gbrp16le";
    }
}
