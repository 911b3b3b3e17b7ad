package foldback.cli;

import foldback.core.recipe.Ranges;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.render.BusyException;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.render.Verified;
import foldback.engine.seam.TakeFlows;
import foldback.engine.seam.TakeSeams;
import foldback.engine.steady.MotionLogs;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TransformFile;
import foldback.media.ContentHash;
import foldback.media.ffmpeg.Encoders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Renders a recipe to a file. */
@Command(
        name = "make",
        mixinStandardHelpOptions = true,
        description = "Renders a recipe to a tagged 360 file. Goes on where a broken attempt stopped;"
                + " started once more while it runs, it helps.")
final class MakeCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final long LOOK_AGAIN_MILLIS = 200;

    @Parameters(paramLabel = "RECIPE.json", description = "the recipe of a take")
    private Path recipeFile;

    @Option(names = "--spec", required = true, paramLabel = "SPEC.json", description = "what the file is to be")
    private Path specFile;

    @Option(names = "--out", required = true, paramLabel = "FILE", description = "the file to make; must not exist")
    private Path out;

    @Option(names = "--from", paramLabel = "S", description = "start in seconds of take time")
    private Double from;

    @Option(names = "--to", paramLabel = "S", description = "end in seconds of take time, not included")
    private Double to;

    @Option(
            names = "--range",
            paramLabel = "NAME",
            description = "a named range of the take, with what it has of its own")
    private String range;

    @Option(
            names = "--media",
            paramLabel = "DIR",
            description = "where the clips are; the recipe's folder if not given")
    private Path media;

    @Option(names = "--threads", paramLabel = "N", description = "threads for stitching")
    private int threads = Runtime.getRuntime().availableProcessors();

    @Option(names = "--json", description = "print JSON and nothing else")
    private boolean json;

    @Spec
    private CommandSpec command;

    @Override
    public Integer call() throws InterruptedException {
        Recipe whole = RecipeJson.read(Documents.text(recipeFile));
        Optional<Ranges.Range> marked = marked(whole);
        Recipe recipe = marked.map(found -> Ranges.applied(whole, found.name())).orElse(whole);
        RenderSpec spec = RenderSpec.read(Documents.text(specFile));
        Encoders.require(spec.codec());
        Path folder = media != null ? media : recipeFile.toAbsolutePath().getParent();
        MediaFolders folders = MediaFolders.of(folder);
        Take take = Take.open(recipe, folders).withRecording(recipe, folders, ContentHash::of);
        TimeSpan all = take.showing(recipe).commonSpan();
        TimeSpan span = new TimeSpan(
                from == null ? marked.map(Ranges.Range::from).orElse(all.from()) : from,
                to == null ? marked.map(Ranges.Range::to).orElse(all.to()) : to);
        Path target = out.toAbsolutePath();
        Path work = target.resolveSibling("." + target.getFileName() + ".work");
        RenderJob job = new RenderJob(
                recipe,
                spec,
                take,
                span,
                spec.transformed() ? TransformFile.open(recipe, take, folders) : Optional.empty(),
                new TakeSeams(
                        new TakeShake(
                                work.resolve("tracks"), Optional.empty(), new MotionLogs(folders, ContentHash::of)),
                        new TakeFlows(work.resolve("flows"), TakeFlows.AHEAD_OF_RENDERS)));
        Optional<Verified> made = renderOrHelp(new Renderer(threads, 0), job, work, target);
        if (made.isEmpty()) {
            return helped(target);
        }
        Verified verified = made.get();
        delete(work);
        ObjectNode found = JSON.createObjectNode()
                .put("file", String.valueOf(target.getFileName()))
                .put("frames", verified.frames())
                .put("seconds", verified.seconds())
                .put("width", verified.width())
                .put("height", verified.height())
                .put("bits", verified.bits())
                .put("range", verified.range())
                .put("projection", verified.projection())
                .put("sound", verified.sound())
                .put("bytes", verified.bytes())
                .put("sha256", verified.sha256());
        verified.eyes().ifPresent(eyes -> found.put("eyes", eyes));
        verified.apart().ifPresent(apart -> found.put("apart_from_stitch", apart));
        ArrayNode damaged = found.putArray("damaged");
        for (Verified.Damaged clip : verified.damaged()) {
            damaged.addObject().put("slots", clip.slots()).put("frames", clip.frames());
            command.commandLine().getErr().println("Warning: " + clip.says() + "; see them with probe --check.");
        }
        command.commandLine().getErr().flush();
        var printer = command.commandLine().getOut();
        printer.println(
                json
                        ? JSON.writerWithDefaultPrettyPrinter().writeValueAsString(found)
                        : "Made " + target.getFileName() + ": " + verified.frames() + " frames. " + verified.says());
        printer.flush();
        return CommandLine.ExitCode.OK;
    }

    private Optional<Ranges.Range> marked(Recipe recipe) {
        if (range == null) {
            return Optional.empty();
        }
        List<Ranges.Range> all = recipe.of(Ranges.SECTION).ranges();
        return Optional.of(all.stream()
                .filter(one -> one.name().equals(range))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The recipe has no range '" + range + "'"
                        + (all.isEmpty()
                                ? "."
                                : ", but "
                                        + all.stream().map(Ranges.Range::name).collect(Collectors.joining(", "))
                                        + "."))));
    }

    /** Renders, or helps another process that does; empty where that one made the file. */
    private Optional<Verified> renderOrHelp(Renderer renderer, RenderJob job, Path work, Path target)
            throws InterruptedException {
        while (true) {
            try {
                return Optional.of(renderer.render(job, work, target, progress(job)));
            } catch (BusyException another) {
                while (renderer.help(job, work, progress(job))) {
                    Thread.sleep(LOOK_AGAIN_MILLIS);
                }
                if (Files.exists(target)) {
                    return Optional.empty();
                }
                // The other one ended without the file: this one goes on with its pieces.
            }
        }
    }

    private int helped(Path target) {
        var printer = command.commandLine().getOut();
        printer.println(
                json
                        ? JSON.writerWithDefaultPrettyPrinter()
                                .writeValueAsString(JSON.createObjectNode()
                                        .put("file", String.valueOf(target.getFileName()))
                                        .put("helped", true))
                        : "Helped another process to make " + target.getFileName() + ", which is there.");
        printer.flush();
        return CommandLine.ExitCode.OK;
    }

    private Run progress(RenderJob job) {
        long start = System.nanoTime();
        long[] told = {0};
        return new Run(
                share -> {
                    long now = System.nanoTime();
                    if (now - told[0] > 1_000_000_000L && share > 0) {
                        told[0] = now;
                        double seconds = (now - start) / 1e9;
                        command.commandLine()
                                .getErr()
                                .printf("%3.0f%%, %.1f frames/s%n", 100 * share, share * job.frames() / seconds);
                        command.commandLine().getErr().flush();
                    }
                },
                () -> false);
    }

    private static void delete(Path folder) {
        try {
            Files.deleteIfExists(folder);
        } catch (IOException notEmpty) {
            // Pieces of another attempt with other documents stay for it.
        }
    }
}
