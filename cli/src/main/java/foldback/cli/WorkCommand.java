package foldback.cli;

import foldback.core.recipe.Recipe;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.engine.depth.TakeDepth;
import foldback.engine.gather.ClipHealths;
import foldback.engine.preview.Previewer;
import foldback.engine.proxy.Proxies;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.rig.PointFiles;
import foldback.engine.rig.TiePointStore;
import foldback.engine.seam.TakeFlows;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.Stages;
import foldback.engine.stage.WorkThrough;
import foldback.engine.steady.MotionLogs;
import foldback.engine.steady.TakeShake;
import foldback.engine.sync.PictureTracks;
import foldback.engine.sync.Sounds;
import foldback.engine.sync.TakeSync;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.Folders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
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

/** Works a recipe through: the stages that are not settled, each by its own action. */
@Command(
        name = "work",
        mixinStandardHelpOptions = true,
        description = {
            "Works a take through: every stage that is not settled runs its own action, in the order of the work.",
            "Tie points lie beside the recipes, in a folder 'tie-points', by their hash."
        })
final class WorkCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final long FRAME_BYTES = 500L << 20;
    private static final String POINTS = "tie-points";

    @Parameters(paramLabel = "RECIPE.json", description = "the recipe of a take")
    private Path recipeFile;

    @Option(names = "--out", required = true, paramLabel = "RECIPE.json", description = "where the result is written")
    private Path out;

    @Option(
            names = "--stage",
            split = ",",
            paramLabel = "NAME",
            description = "run these stages' actions though they are settled")
    private List<String> stages = List.of();

    @Option(
            names = "--media",
            paramLabel = "DIR",
            description = "where the clips are; the recipe's folder if not given")
    private Path media;

    @Option(
            names = "--width",
            paramLabel = "PIXELS",
            description = "of the sphere that is to be made; 3840 if not given")
    private int width = 3840;

    @Option(names = "--json", description = "print JSON and nothing else")
    private boolean json;

    @Spec
    private CommandSpec command;

    @Override
    public Integer call() throws IOException, InterruptedException {
        stages.forEach(this::refuseWithoutAction);
        Recipe recipe = RecipeJson.read(Documents.text(recipeFile));
        Path folder = recipeFile.toAbsolutePath().getParent();
        MediaFolders folders = MediaFolders.of(media != null ? media : folder);
        Take take = Take.open(recipe, folders);
        MotionLogs logs = new MotionLogs(folders, ContentHash::of);
        Path target = out.toAbsolutePath();
        Path work = Files.createTempDirectory("foldback-work");
        ArrayNode told = JSON.createArrayNode();
        Proxies none = new Proxies(work.resolve("proxies"));
        try (Previewer previewer =
                new Previewer(none, FRAME_BYTES, Runtime.getRuntime().availableProcessors())) {
            TakeSync sync = new TakeSync(
                    new Sounds(work.resolve("sounds")), new PictureTracks(work.resolve("pictures"), Optional.empty()));
            Map<Class<?>, Object> parts = Map.of(
                    TakeDepth.class,
                    new TakeDepth(previewer),
                    Previewer.class,
                    previewer,
                    TakeSync.class,
                    sync,
                    TakeShake.class,
                    new TakeShake(work.resolve("tracks"), Optional.empty(), logs),
                    MotionLogs.class,
                    logs,
                    TakeFlows.class,
                    new TakeFlows(work.resolve("flows"), 0),
                    TiePointStore.class,
                    new PointFiles(target.resolveSibling(POINTS)),
                    ClipHealths.class,
                    new ClipHealths(work.resolve("health")));
            StageTools tools = new StageTools() {
                @Override
                public <T> T get(Class<T> type) {
                    return type.cast(parts.get(type));
                }
            };
            Recipe worked = new WorkThrough(tools, width)
                    .run(
                            recipe,
                            take,
                            stage -> stages.contains(stage.name()),
                            (stage, evidence) -> tell(stage, evidence, told),
                            Run.QUIET);
            Files.writeString(target, RecipeJson.write(worked));
        } finally {
            Folders.delete(work);
        }
        if (json) {
            print(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(told));
        }
        return CommandLine.ExitCode.OK;
    }

    private void refuseWithoutAction(String name) {
        if (Stages.named(name).jobs().isEmpty()) {
            throw new ParameterException(
                    command.commandLine(), "--stage " + name + ": that stage has no action of its own.");
        }
    }

    private void tell(Stage stage, Evidence evidence, ArrayNode told) {
        told.addObject()
                .put("stage", stage.name())
                .put("verdict", evidence.verdict().word())
                .put("figure", evidence.figure())
                .put("reason", evidence.reason());
        if (!json) {
            print(stage.title() + ": " + evidence.verdict().word() + ", " + evidence.figure() + ". "
                    + evidence.reason());
        }
    }

    private void print(String text) {
        command.commandLine().getOut().println(text);
        command.commandLine().getOut().flush();
    }
}
