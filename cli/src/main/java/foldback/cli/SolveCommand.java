package foldback.cli;

import foldback.core.picture.Area;
import foldback.core.recipe.ClipRef;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Judgement;
import foldback.core.run.Run;
import foldback.core.solve.PairFigures;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.engine.document.rig.CardJson;
import foldback.engine.gather.LensPictures;
import foldback.engine.rig.LensFrames;
import foldback.engine.rig.RigRequest;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Solves a rig from its clips' pictures. */
@Command(
        name = "solve",
        mixinStandardHelpOptions = true,
        description = {
            "Solves where the lenses of a rig point and what they are like, from what their pictures share,",
            "starting from the card of a rig of the same kind. Without --offsets the clips begin together."
        })
final class SolveCommand implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Option(names = "--rig", required = true, paramLabel = "CARD", description = "the card to start from")
    private Path card;

    @Option(
            names = "--from-nothing",
            description = "only what the card's lenses are like is known: not where they point, nor in which order")
    private boolean fromNothing;

    @Option(names = "--any-order", description = "the clips may be in the wrong slots: they are put where they belong")
    private boolean anyOrder;

    @Option(
            names = "--clip",
            required = true,
            paramLabel = "SLOT=FILE",
            description = "the clip of a lens; lenses of one file name it each")
    private Map<String, Path> files;

    @Option(
            names = "--offsets",
            paramLabel = "FILE",
            description = "when the clips begin: what sync --json printed; - reads it from the input")
    private Path offsetsFile;

    @Option(
            names = "--at",
            paramLabel = "SECONDS",
            description = "a moment to look at, again for more; without it two that are sharp and open in all lenses")
    private List<Double> at = List.of();

    @Option(names = "--refine", description = "the card is of this very unit: little is to be found")
    private boolean refine;

    @Option(names = "--turns-only", description = "only where the lenses point; what they are like is as the card says")
    private boolean turnsOnly;

    @Option(
            names = "--hold",
            split = ",",
            paramLabel = "NUMBER",
            description = "stay as the card says: focal, centre, distortion, pupils")
    private Set<Number> hold = Set.of();

    @Option(
            names = "--share",
            split = ",",
            paramLabel = "NUMBER",
            description = "change in all lenses alike: focal, centre, distortion")
    private Set<Number> share = Set.of();

    /** What a lens's numbers are. */
    private enum Number {
        FOCAL,
        CENTRE,
        DISTORTION,
        PUPILS
    }

    @Option(names = "--out", required = true, paramLabel = "CARD", description = "where the solved card is written")
    private Path out;

    @Option(names = "--json", description = "print one JSON object")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        Rig rig = CardJson.readRig(Documents.text(card));
        List<TakeClip> clips = clips(rig);
        RigRequest request = new RigRequest(at, start(), order(), free());
        TakeRig.Solved solved = TakeRig.solve(rig, clips, LensFrames.of(clips), request, Run.QUIET);
        Files.writeString(out, CardJson.write(solved.found().rig()));
        print(solved, rig);
        return CommandLine.ExitCode.OK;
    }

    private RigRequest.Start start() {
        if (fromNothing && refine) {
            throw new ParameterException(
                    spec.commandLine(),
                    "--refine starts from a unit's card, --from-nothing from none: give one of them.");
        }
        return fromNothing ? RigRequest.Start.NOTHING : refine ? RigRequest.Start.UNIT : RigRequest.Start.KIND;
    }

    private RigRequest.Order order() {
        return anyOrder ? RigRequest.Order.ANY : RigRequest.Order.GIVEN;
    }

    private RigRequest.Free free() {
        if (turnsOnly) {
            return RigRequest.Free.TURNS;
        }
        try {
            return new RigRequest.Free(
                    free(Number.FOCAL), free(Number.CENTRE), free(Number.DISTORTION), free(Number.PUPILS));
        } catch (IllegalArgumentException wrong) {
            throw new ParameterException(spec.commandLine(), wrong.getMessage());
        }
    }

    private SolveSettings.Freedom free(Number number) {
        return hold.contains(number)
                ? SolveSettings.Freedom.HELD
                : share.contains(number) ? SolveSettings.Freedom.SHARED : SolveSettings.Freedom.OWN;
    }

    private List<TakeClip> clips(Rig rig) {
        for (String slot : files.keySet()) {
            if (rig.lenses().stream().noneMatch(lens -> lens.slot().equals(slot))) {
                throw new ParameterException(
                        spec.commandLine(), "The rig card has no lens '" + slot + "' for " + files.get(slot) + ".");
            }
        }
        Optional<Offsets> offsets = Optional.ofNullable(offsetsFile).map(Offsets::read);
        List<TakeClip> clips = new ArrayList<>();
        Map<Path, List<LensPictures.Found>> known = new HashMap<>();
        for (RigLens lens : rig.lenses()) {
            Path file = files.get(lens.slot());
            if (file == null) {
                throw new ParameterException(
                        spec.commandLine(),
                        "Lens " + lens.slot() + " has no clip; add --clip " + lens.slot() + "=FILE.");
            }
            // Hashes only tell the clips apart here.
            ClipRef ref = new ClipRef(
                    lens.slot(),
                    String.valueOf(file.getFileName()),
                    ContentHash.ofText(lens.slot()),
                    0,
                    0,
                    area(rig, lens, file, known));
            clips.add(
                    TakeClip.open(offsets.map(found -> found.placed(ref, file)).orElse(ref), file));
        }
        return clips;
    }

    /** The part of a file that several lenses share; the first slot has the first picture. Looked for once a file. */
    private Optional<Area> area(Rig rig, RigLens lens, Path file, Map<Path, List<LensPictures.Found>> known) {
        List<String> sharing = rig.lenses().stream()
                .map(RigLens::slot)
                .filter(slot -> file.equals(files.get(slot)))
                .toList();
        if (sharing.size() == 1) {
            return Optional.empty();
        }
        List<LensPictures.Found> pictures =
                known.computeIfAbsent(file, path -> LensPictures.find(path, MediaProbe.probe(path)));
        if (pictures.size() != sharing.size()) {
            throw new MediaException(
                    file,
                    file.getFileName() + " was named for lenses " + String.join(", ", sharing) + ", but "
                            + (pictures.size() == 1 ? "one picture was" : pictures.size() + " pictures were")
                            + " found in it. Name each lens's own clip.");
        }
        return pictures.get(sharing.indexOf(lens.slot())).area();
    }

    private void print(TakeRig.Solved solved, Rig card) {
        var printer = spec.commandLine().getOut();
        if (json) {
            printer.println(JSON.writerWithDefaultPrettyPrinter().writeValueAsString(document(solved, card)));
        } else {
            Judgement judged = solved.found().judgement();
            printer.println(judged.verdict().word() + ": " + judged.reason());
            printer.println("Wrote " + out + " (" + judged.figure() + " expected at the seams).");
        }
        printer.flush();
    }

    private ObjectNode document(TakeRig.Solved solved, Rig card) {
        RigFinder.Found found = solved.found();
        ObjectNode root = JSON.createObjectNode();
        root.put("verdict", found.judgement().verdict().word());
        root.put("reason", found.judgement().reason());
        root.put("points", found.points().size());
        ObjectNode clips = root.putObject("clips");
        for (int i = 0; i < solved.clips().length; i++) {
            String given = card.lenses().get(solved.clips()[i]).slot();
            clips.put(
                    card.lenses().get(i).slot(), String.valueOf(files.get(given).getFileName()));
        }
        ArrayNode moments = root.putArray("moments_s");
        solved.moments().forEach(moments::add);
        found.result().ifPresent(result -> {
            root.put("noise_px", result.noisePx());
            root.put("expected_seams_deg", Math.toDegrees(result.uncertainty().mismatchRad()));
            root.put("expected_lens_deg", Math.toDegrees(result.uncertainty().lensRad()));
            root.put("on_far_deg", Math.toDegrees(result.onFarRad()));
            root.put("rival_deg", Math.toDegrees(result.rivalRad()));
            double focal = found.rig().meanFocalPx();
            ArrayNode pairs = root.putArray("pairs");
            PairFigures.of(found.rig(), found.believed())
                    .forEach(pair -> pairs.addObject()
                            .put("first", found.rig().lenses().get(pair.first()).slot())
                            .put(
                                    "second",
                                    found.rig().lenses().get(pair.second()).slot())
                            .put("points", pair.points())
                            .put("rms_px", pair.rmsRad() * focal)
                            .put("p95_px", pair.mostRad() * focal)
                            .put("rms_deg", Math.toDegrees(pair.rmsRad()))
                            .put("p95_deg", Math.toDegrees(pair.mostRad()))
                            .put("covered", pair.coverage().share()));
        });
        return root;
    }
}
