package foldback.cli;

import foldback.core.run.Run;
import foldback.media.decode.ClipCheck;
import foldback.media.decode.ClipHealth;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Says what a media file is. */
@Command(name = "probe", mixinStandardHelpOptions = true, description = "Says what a media file is.")
final class ProbeCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Parameters(paramLabel = "FILE", description = "a video or sound file")
    private Path file;

    @Option(names = "--check", description = "decode it whole and say what is damaged; takes as long as that takes")
    private boolean check;

    @Option(names = "--json", description = "print JSON and nothing else")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        MediaInfo info = MediaProbe.probe(file);
        ObjectNode root = JSON.createObjectNode();
        root.put("file", String.valueOf(file.getFileName()))
                .put("container", info.container())
                .put("duration_seconds", info.durationSeconds());
        info.video().ifPresent(video -> {
            ObjectNode node = root.putObject("video");
            node.put("codec", video.codec()).put("width", video.width()).put("height", video.height());
            node.put("frames", FrameIndex.read(file).frames()).put("frame_rate", video.frameRate());
            node.put("bits", video.format().bits());
            node.put(
                    "chroma",
                    video.format().chromaShiftY() == 1
                            ? "4:2:0"
                            : video.format().chromaShiftX() == 1 ? "4:2:2" : "4:4:4");
            node.put("range", lower(video.tags().range()));
            node.put("matrix", lower(video.tags().matrix()));
            node.put("transfer", lower(video.tags().transfer()));
            node.put("siting", lower(video.tags().siting()));
            node.put("rotation_deg", video.rotation());
            node.put("projection", video.projection().orElse(null));
            video.assumed().forEach(node.putArray("assumed")::add);
        });
        info.audio()
                .forEach(audio -> root.withArray("audio")
                        .addObject()
                        .put("codec", audio.codec())
                        .put("channels", audio.channels())
                        .put("sample_rate", audio.sampleRate()));
        if (check && info.video().isPresent()) {
            FrameIndex index = FrameIndex.read(file);
            ClipHealth health = ClipCheck.refine(ClipCheck.check(index, info, Run.QUIET), index, Run.QUIET);
            report(health, root.putObject("check"));
        }
        var out = spec.commandLine().getOut();
        if (json) {
            out.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root));
        } else {
            root.properties().forEach(entry -> out.println(entry.getKey() + ": " + entry.getValue()));
        }
        out.flush();
        return CommandLine.ExitCode.OK;
    }

    private static void report(ClipHealth health, ObjectNode node) {
        node.put("damaged_frames", health.damagedFrames());
        ArrayNode places = node.putArray("damaged");
        for (ClipHealth.Range range : health.damaged()) {
            places.addObject()
                    .put("first_frame", range.first())
                    .put("frames", range.end() - range.first())
                    .put("from_seconds", range.fromSeconds())
                    .put("to_seconds", range.toSeconds());
        }
        node.put("ends_early_seconds", health.endsEarlySeconds());
        node.put("frames_left_out", health.skipped());
        node.put("frames_repeated", health.repeated());
        node.put("sound_faults", health.soundFaults());
    }

    private static String lower(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
