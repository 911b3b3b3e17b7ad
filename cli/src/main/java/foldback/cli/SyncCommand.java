package foldback.cli;

import foldback.core.recipe.ClipRef;
import foldback.core.run.Run;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.time.TimeSpan;
import foldback.engine.sync.PictureTracks;
import foldback.engine.sync.Sounds;
import foldback.engine.sync.SyncRequest;
import foldback.engine.sync.TakeSync;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.Folders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Finds the offsets of clips by what they share. */
@Command(
        name = "sync",
        mixinStandardHelpOptions = true,
        description = {
            "Finds when each clip starts, by the sound that they share, by how their pictures move together and",
            "by lights that go on or off.",
            "An offset is the take time of a clip's first frame, the first clip's being 0."
        })
final class SyncCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Parameters(arity = "2..*", paramLabel = "CLIP", description = "the clips of one take")
    private List<Path> files;

    @Option(
            names = "--use",
            split = ",",
            paramLabel = "CLUE",
            description = "sound, motion, light: what to look at; without it the sound, and the pictures too where"
                    + " it leaves a doubt")
    private List<String> use = List.of();

    @Option(
            names = "--window",
            arity = "2",
            paramLabel = "SECONDS",
            description = "look only between these two moments of each clip")
    private double[] window;

    @Option(names = "--json", description = "print one JSON object")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        SyncRequest request = request();
        refuseTwice();
        List<TakeSync.Source> clips = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            Path file = files.get(i);
            // Slots and hashes only tell the clips apart here.
            ClipRef ref = new ClipRef("C" + i % 10, String.valueOf(file.getFileName()), ContentHash.ofText("" + i), 0);
            clips.add(new TakeSync.Source(TakeClip.open(ref, file), Optional.empty()));
        }
        Path work = Files.createTempDirectory("foldback-sync");
        try {
            TakeSync sync = new TakeSync(new Sounds(work), new PictureTracks(work, Optional.empty()));
            print(sync.measure(clips, request, Run.QUIET));
        } finally {
            Folders.delete(work);
        }
        return CommandLine.ExitCode.OK;
    }

    /** The same file under two names says nothing of a take. */
    private void refuseTwice() throws IOException {
        for (int i = 0; i < files.size(); i++) {
            for (int j = i + 1; j < files.size(); j++) {
                Path one = files.get(i);
                Path two = files.get(j);
                if (Files.isRegularFile(one)
                        && Files.isRegularFile(two)
                        && Files.size(one) == Files.size(two)
                        && Files.mismatch(one, two) < 0) {
                    throw new ParameterException(
                            spec.commandLine(), one + " and " + two + " are the same clip; leave one of them out.");
                }
            }
        }
    }

    private SyncRequest request() {
        Set<Clue> clues = new HashSet<>();
        for (String word : use) {
            clues.add(Arrays.stream(Clue.values())
                    .filter(clue -> clue != Clue.HAND && clue.word().equals(word.strip()))
                    .findFirst()
                    .orElseThrow(() -> new ParameterException(
                            spec.commandLine(), "--use takes sound, motion and light, not '" + word + "'.")));
        }
        if (window != null && !(window[1] > window[0])) {
            throw new ParameterException(spec.commandLine(), "--window must end after it begins.");
        }
        return new SyncRequest(
                clues, Optional.ofNullable(window).map(span -> new TimeSpan(span[0], span[1])), Set.of());
    }

    private void print(SyncResult result) {
        var out = spec.commandLine().getOut();
        if (json) {
            out.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document(result)));
        } else {
            for (int i = 0; i < files.size(); i++) {
                String at = result.unplaced().contains(i)
                        ? "not placed"
                        : String.format(Locale.ROOT, "%.4f s%s", result.offsets()[i], drift(result.driftPpm()[i]));
                out.println(files.get(i).getFileName() + ": " + at);
            }
            out.println(result.judgement().verdict().word() + ": "
                    + result.judgement().reason());
        }
        out.flush();
    }

    private static String drift(double ppm) {
        return ppm == 0 ? "" : String.format(Locale.ROOT, ", its clock %.2f ppm off", ppm);
    }

    private ObjectNode document(SyncResult result) {
        ObjectNode root = JSON.createObjectNode();
        for (int i = 0; i < files.size(); i++) {
            ObjectNode clip =
                    root.withArray("clips").addObject().put("file", files.get(i).toString());
            if (result.unplaced().contains(i)) {
                clip.putNull("offset_seconds");
            } else {
                clip.put("offset_seconds", Math.round(result.offsets()[i] * 1e6) / 1e6);
                if (Double.isFinite(result.driftSigmaPpm()[i])) {
                    clip.put("drift_ppm", round(result.driftPpm()[i]))
                            .put("drift_sigma_ppm", round(result.driftSigmaPpm()[i]));
                }
            }
        }
        root.put("verdict", result.judgement().verdict().word())
                .put("reason", result.judgement().reason());
        ObjectNode evidence = root.putObject("evidence");
        evidence.put("residual_ms", round(1000 * result.residualSeconds()));
        double[] drifts =
                Arrays.stream(result.driftPpm()).map(ppm -> ppm * 1e-6).toArray();
        for (PairEvidence pair : result.pairs()) {
            ObjectNode node = evidence.withArray("pairs").addObject();
            node.put("first", pair.first())
                    .put("second", pair.second())
                    .put("clue", pair.clue().name().toLowerCase(Locale.ROOT))
                    .put("at_seconds", round(pair.lag().atSeconds()))
                    .put("lag_seconds", Math.round(pair.lag().lagSeconds() * 1e6) / 1e6)
                    .put("belief", pair.belief().name().toLowerCase(Locale.ROOT))
                    .put("residual_ms", round(1000 * pair.residual(result.offsets(), drifts)))
                    .put("height", round(pair.height()))
                    .put("rival", round(pair.rival()))
                    .put("share", round(pair.share()))
                    .put("witnesses", pair.witnesses())
                    .put("agreeing", round(pair.agreeing()))
                    .put("used", pair.used());
            if (Double.isFinite(pair.apartSeconds())) {
                node.put("early_late_apart_ms", round(1000 * pair.apartSeconds()));
            }
        }
        return root;
    }

    private static double round(double value) {
        return Math.round(value * 1000) / 1000.0;
    }
}
