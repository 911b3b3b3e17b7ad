package foldback.cli;

import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.seam.SeamCurve;
import foldback.engine.seam.TakeFlows;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.Folders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
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

/** Measures how far apart lenses show the same at their seams. */
@Command(
        name = "seams",
        mixinStandardHelpOptions = true,
        description = {
            "Measures how far apart the lenses of a recipe show the same at their seams, over time,",
            "and lists the worst moments."
        })
final class SeamsCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Worst moments that lie nearer to each other are one, seconds. */
    private static final double ONE_MOMENT = 1;

    @Parameters(paramLabel = "RECIPE.json", description = "the recipe of a take")
    private Path recipeFile;

    @Option(names = "--from", paramLabel = "S", description = "start in seconds of take time")
    private Double from;

    @Option(names = "--to", paramLabel = "S", description = "end in seconds of take time")
    private Double to;

    @Option(names = "--worst", paramLabel = "N", description = "how many moments are listed; ${DEFAULT-VALUE}")
    private int count = 5;

    @Option(
            names = "--media",
            paramLabel = "DIR",
            description = "where the clips are; the recipe's folder if not given")
    private Path media;

    @Option(names = "--json", description = "print one JSON object")
    private boolean json;

    @Spec
    private CommandSpec spec;

    /** A moment of a seam. */
    private record Moment(String seam, double seconds, double degrees) {}

    @Override
    public Integer call() throws IOException {
        Recipe recipe = RecipeJson.read(Documents.text(recipeFile));
        Path folder = media != null ? media : recipeFile.toAbsolutePath().getParent();
        Take shown = Take.open(recipe, MediaFolders.of(folder)).showing(recipe);
        TimeSpan all = shown.commonSpan();
        double begin = from == null ? all.from() : Math.max(all.from(), from);
        double end = to == null ? all.to() : Math.min(all.to(), to);
        if (!(end > begin)) {
            throw new ParameterException(
                    spec.commandLine(),
                    String.format(
                            Locale.ROOT,
                            "--from and --to leave nothing: the take lasts from %.2f to %.2f s.",
                            all.from(),
                            all.to()));
        }
        TimeSpan span = new TimeSpan(begin, end);
        Path work = Files.createTempDirectory("foldback-seams");
        try {
            TakeFlows flows = new TakeFlows(work, 0);
            flows.measure(recipe, shown, span, Run.QUIET);
            print(SeamCurve.of(flows, recipe, shown, span));
        } finally {
            Folders.delete(work);
        }
        return CommandLine.ExitCode.OK;
    }

    private void print(List<SeamCurve> seams) {
        List<Moment> worst = worst(seams);
        var out = spec.commandLine().getOut();
        if (json) {
            out.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document(seams, worst)));
        } else if (seams.isEmpty()) {
            out.println("No two lenses see the same: there is no seam.");
        } else {
            worst.forEach(moment -> out.println(String.format(
                    Locale.ROOT, "%s at %.2f s: %.2f degrees apart", moment.seam, moment.seconds, moment.degrees)));
        }
    }

    private List<Moment> worst(List<SeamCurve> seams) {
        List<Moment> sorted = seams.stream()
                .flatMap(seam -> seam.points().stream()
                        .map(point ->
                                new Moment(seam.first() + " to " + seam.second(), point[0], Math.toDegrees(point[1]))))
                .sorted(Comparator.comparingDouble(Moment::degrees).reversed())
                .toList();
        List<Moment> worst = new ArrayList<>();
        for (Moment moment : sorted) {
            boolean told = worst.stream()
                    .anyMatch(other ->
                            other.seam.equals(moment.seam) && Math.abs(other.seconds - moment.seconds) < ONE_MOMENT);
            if (!told && worst.size() < count) {
                worst.add(moment);
            }
        }
        return worst;
    }

    private static ObjectNode document(List<SeamCurve> seams, List<Moment> worst) {
        ObjectNode document = JSON.createObjectNode();
        ArrayNode curves = document.putArray("seams");
        for (SeamCurve seam : seams) {
            ObjectNode one = curves.addObject().put("first", seam.first()).put("second", seam.second());
            ArrayNode points = one.putArray("apart");
            seam.points()
                    .forEach(point ->
                            points.addObject().put("at_s", point[0]).put("apart_deg", Math.toDegrees(point[1])));
        }
        ArrayNode moments = document.putArray("worst");
        worst.forEach(moment -> moments.addObject()
                .put("seam", moment.seam)
                .put("at_s", moment.seconds)
                .put("apart_deg", moment.degrees));
        return document;
    }
}
