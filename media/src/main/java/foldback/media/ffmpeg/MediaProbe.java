package foldback.media.ffmpeg;

import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Says what a media file is, by FFmpeg's prober. */
public final class MediaProbe {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private MediaProbe() {}

    /**
     * Probes a file.
     *
     * @throws MediaException where it is missing, empty, or no media that may be opened
     */
    public static MediaInfo probe(Path file) {
        JsonNode root = JSON.readTree(ask(
                file,
                Arguments.ffprobe()
                        .add("-show_streams", "-show_format", "-of", "json")
                        .guardedInput(file)));
        Optional<MediaInfo.Video> video = Optional.empty();
        List<MediaInfo.Audio> audio = new ArrayList<>();
        for (JsonNode stream : root.path("streams")) {
            String kind = stream.path("codec_type").asString("");
            boolean coverPicture =
                    stream.path("disposition").path("attached_pic").asInt(0) == 1;
            if (kind.equals("video") && video.isEmpty() && !coverPicture) {
                video = Optional.of(video(file, stream));
            } else if (kind.equals("audio")) {
                audio.add(new MediaInfo.Audio(
                        stream.path("index").asInt(0),
                        stream.path("codec_name").asString(""),
                        stream.path("channels").asInt(0),
                        (int) number(stream, "sample_rate"),
                        number(stream, "start_time")));
            }
        }
        if (video.isEmpty() && audio.isEmpty()) {
            throw new MediaException(file, name(file) + " holds neither picture nor sound.");
        }
        JsonNode format = root.path("format");
        return new MediaInfo(
                format.path("format_name").asString(""),
                number(format, "duration"),
                video,
                audio,
                OriginTags.read(format, root.path("streams")));
    }

    /** Runs ffprobe on a file and returns what it printed, or throws with a message for the user. */
    static String ask(Path file, Arguments arguments) {
        try {
            if (!Files.isRegularFile(file)) {
                throw new MediaException(file, name(file) + " is not there. Put it back, or choose its new place.");
            }
            if (Files.size(file) == 0) {
                throw new MediaException(file, name(file) + " is empty. Copy it again from the card.");
            }
            Children.Outcome outcome = Children.run(arguments.list());
            if (outcome.code() > Child.SIGNALLED) {
                throw new ChildKilledException(
                        file, "Reading " + name(file) + " failed: ffprobe was ended from outside. Try again.", null);
            }
            if (outcome.code() != 0) {
                throw new MediaException(
                        file,
                        name(file)
                                + " cannot be read as a video: it is damaged, cut off, or of a kind that is not supported."
                                + " Copy it again from the card. (" + lastLine(outcome.errors()) + ")");
            }
            return outcome.output();
        } catch (IOException failed) {
            throw new MediaException(
                    file, "ffprobe could not be run; is FFmpeg installed? (" + failed.getMessage() + ")", failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(file, "Reading " + name(file) + " was interrupted.", interrupted);
        }
    }

    /** A file's name, for messages. */
    public static String name(Path file) {
        return String.valueOf(file.getFileName());
    }

    /** The last line of an error output that says something, without places in memory and what may hold a path of this machine. */
    public static String lastLine(String errors) {
        String line = "";
        for (String each : errors.split("\n")) {
            boolean said = !each.isBlank() && !each.contains("Last message repeated");
            line = said ? each.replaceAll("\\[[^\\]]*\\] *", "").strip() : line;
        }
        return line.substring(line.lastIndexOf(": ") < 0 ? 0 : line.lastIndexOf(": ") + 2);
    }

    /** Numbers of damaged files may be beyond any range; those say nothing. */
    private static MediaInfo.Video video(Path file, JsonNode stream) {
        List<String> assumed = new ArrayList<>();
        String pixels = stream.path("pix_fmt").asString("");
        String decode = PixelLayouts.decodeFormat(pixels)
                .orElseThrow(() -> new MediaException(
                        file,
                        name(file) + " has pictures of a layout that is not supported"
                                + (pixels.isEmpty() ? "; it may be cut off." : ": " + pixels + ".")));
        PixelFormat format = PixelLayouts.format(decode);
        int rotation = 0;
        Optional<String> projection = Optional.empty();
        Optional<String> eyes = Optional.empty();
        for (JsonNode side : stream.path("side_data_list")) {
            rotation = side.has("rotation") ? side.path("rotation").asInt(0) : rotation;
            projection =
                    side.has("projection") ? Optional.of(side.path("projection").asString("")) : projection;
            if (side.path("side_data_type").asString("").equals("Stereo 3D")) {
                eyes = Optional.of(side.path("type").asString("")).filter(type -> !type.equals("2D"));
            }
        }
        return new MediaInfo.Video(
                stream.path("codec_name").asString(""),
                stream.path("width").asInt(0),
                stream.path("height").asInt(0),
                decode,
                format,
                tags(stream, pixels, assumed),
                List.copyOf(assumed),
                stream.path("avg_frame_rate").asString("0/0"),
                number(stream, "start_time"),
                number(stream, "duration"),
                rotation,
                projection,
                eyes);
    }

    private static ColourTags tags(JsonNode stream, String pixels, List<String> assumed) {
        ColourTags.Range range = switch (stream.path("color_range").asString("")) {
            case "pc" -> ColourTags.Range.FULL;
            case "tv" -> ColourTags.Range.LIMITED;
            default -> {
                boolean full = pixels.startsWith("yuvj");
                assumed.add("The file does not say its range; " + (full ? "full" : "limited") + " is taken.");
                yield full ? ColourTags.Range.FULL : ColourTags.Range.LIMITED;
            }
        };
        ColourTags.Matrix matrix = switch (stream.path("color_space").asString("")) {
            case "bt709" -> ColourTags.Matrix.BT709;
            case "smpte170m", "bt470bg" -> ColourTags.Matrix.BT601;
            case "bt2020nc" -> ColourTags.Matrix.BT2020;
            default -> {
                boolean high = stream.path("height").asInt(0) >= 720;
                assumed.add("The file does not say its colour matrix; BT." + (high ? "709" : "601") + " is taken.");
                yield high ? ColourTags.Matrix.BT709 : ColourTags.Matrix.BT601;
            }
        };
        ColourTags.Curve curve = switch (stream.path("color_transfer").asString("")) {
            case "iec61966-2-1" -> ColourTags.Curve.SRGB;
            case "linear" -> ColourTags.Curve.LINEAR;
            case "arib-std-b67" -> ColourTags.Curve.HLG;
            case "smpte2084" -> ColourTags.Curve.PQ;
            case "bt709", "smpte170m", "bt2020-10", "bt2020-12" -> ColourTags.Curve.BT709;
            default -> {
                assumed.add("The file does not say its curve; BT.709 is taken.");
                yield ColourTags.Curve.BT709;
            }
        };
        boolean centre = stream.path("chroma_location").asString("").equals("center");
        return new ColourTags(matrix, range, curve, centre ? ColourTags.Siting.CENTRE : ColourTags.Siting.LEFT);
    }

    /** A number that may be written as text, or 0. */
    private static double number(JsonNode node, String key) {
        try {
            return Double.parseDouble(node.path(key).asString("0"));
        } catch (NumberFormatException notANumber) {
            return 0;
        }
    }
}
