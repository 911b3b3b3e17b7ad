package foldback.cli;

import foldback.core.motion.RotationTrack;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Steady;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.engine.document.steady.MotionLogJson;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.steady.LogWords;
import foldback.engine.steady.MotionLogs;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.Folders;
import foldback.media.log.CammTrack;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Measures how a take's rig turned. */
@Command(
        name = "motion",
        mixinStandardHelpOptions = true,
        description = {
            "Measures from the pictures, and a motion log where there is one, how the rig of a recipe turned over its take: for each picture of",
            "its first lens a unit quaternion that takes directions of the rig (x right, y down, z ahead) to those of the rig at the first picture."
        })
final class MotionCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Parameters(paramLabel = "RECIPE.json", description = "the recipe of a take")
    private Path recipeFile;

    @Option(
            names = "--media",
            paramLabel = "DIR",
            description = "where the clips are; the recipe's folder if not given")
    private Path media;

    @Option(
            names = "--log",
            paramLabel = "FILE",
            description = "a motion log: a table of text, or a video with a CAMM track; the recipe's own if not given")
    private Path log;

    @Option(names = "--camm", paramLabel = "FILE", description = "writes the track as a CAMM track in an MP4 file, too")
    private Path camm;

    @Option(names = "--csv", paramLabel = "FILE", description = "writes the track as a table, too")
    private Path csv;

    @Option(names = "--json", description = "print one JSON object, with the track")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        Recipe recipe = RecipeJson.read(Documents.text(recipeFile));
        Path folder = media != null ? media : recipeFile.toAbsolutePath().getParent();
        MediaFolders folders = log == null
                ? MediaFolders.of(folder)
                : MediaFolders.of(folder, List.of(log.toAbsolutePath().getParent()));
        Take shown = Take.open(recipe, folders).showing(recipe);
        if (shown.clips().isEmpty()) {
            throw new ParameterException(
                    spec.commandLine(), "All lenses of " + recipeFile + " are off: there is nothing to measure.");
        }
        Path work = Files.createTempDirectory("foldback-motion");
        try {
            MotionLogs logs = new MotionLogs(folders, ContentHash::of);
            TakeShake.Measured measured = new TakeShake(work, Optional.empty(), logs)
                    .measure(logged(recipe, folders, logs), shown, Run.QUIET);
            if (camm != null) {
                CammTrack.write(measured.shake().worldFromRig(), camm);
            }
            if (csv != null) {
                Files.write(csv, table(measured.shake().worldFromRig()));
            }
            print(measured);
        } finally {
            Folders.delete(work);
        }
        return CommandLine.ExitCode.OK;
    }

    /** The log that was given lies in the one footage folder that there is. */
    private Recipe logged(Recipe recipe, MediaFolders folders, MotionLogs logs) {
        if (log == null) {
            return recipe;
        }
        String named = folders.footage().keySet().iterator().next() + "/" + log.getFileName();
        return recipe.with(
                Steady.SECTION,
                recipe.steady().withLog(Optional.of(logs.find(named, Optional.empty(), Optional.empty()))));
    }

    private static List<String> table(RotationTrack track) {
        List<String> lines = new ArrayList<>(List.of("time_s,w,x,y,z"));
        for (int n = 0; n < track.size(); n++) {
            Rotation turn = track.rotation(n);
            lines.add(String.format(
                    Locale.ROOT, "%.6f,%.9f,%.9f,%.9f,%.9f", track.time(n), turn.w(), turn.x(), turn.y(), turn.z()));
        }
        return lines;
    }

    private void print(TakeShake.Measured measured) {
        var out = spec.commandLine().getOut();
        if (json) {
            out.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document(measured)));
            return;
        }
        RotationTrack track = measured.shake().worldFromRig();
        out.println(String.format(
                Locale.ROOT,
                "%d pictures from %.2f to %.2f s; lenses agree to %.3f degrees%s%s; of %.0f%% nothing is told",
                track.size(),
                track.from(),
                track.to(),
                Math.toDegrees(measured.shake().apartRad()),
                measured.driftRad()
                        .map(drift -> String.format(
                                Locale.ROOT, ", drift of up to %.2f degrees or so", Math.toDegrees(drift)))
                        .orElse(""),
                measured.readOutSeconds()
                        .map(seconds -> String.format(Locale.ROOT, ", lines read in %.1f ms", 1000 * seconds))
                        .orElse(""),
                100 * measured.untoldShare()));
        measured.log().ifPresent(found -> out.println(LogWords.of(found)));
    }

    private static ObjectNode document(TakeShake.Measured measured) {
        ObjectNode document = JSON.createObjectNode()
                .put("apart_deg", Math.toDegrees(measured.shake().apartRad()))
                .put("untold_share", measured.untoldShare());
        measured.driftRad().ifPresent(drift -> document.put("drift_deg", Math.toDegrees(drift)));
        measured.readOutSeconds().ifPresent(seconds -> document.put("read_out_s", seconds));
        measured.log().ifPresent(found -> document.set("log", MotionLogJson.MEASURE.write(found)));
        ArrayNode turns = document.putArray("track");
        RotationTrack track = measured.shake().worldFromRig();
        for (int n = 0; n < track.size(); n++) {
            Rotation turn = track.rotation(n);
            turns.addObject()
                    .put("at_s", track.time(n))
                    .putArray("wxyz")
                    .add(turn.w())
                    .add(turn.x())
                    .add(turn.y())
                    .add(turn.z());
        }
        return document;
    }
}
