package foldback.core.balance;

import foldback.core.overlap.PatchPair;
import foldback.core.overlap.PatchSites;
import foldback.core.overlap.Patches;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.rig.LensKinds;
import foldback.core.rig.Rig;
import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Run;
import foldback.core.tone.LightCurve;
import foldback.core.tone.Transfer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.DoubleStream;

/**
 * Measures exposure, white balance and vignetting of a take's lenses over its time: at about one knot a second, then once more
 * where exposure changed fast between them; and doubts the curve that the footage is said to have where another one explains
 * it better.
 */
public final class BalanceFinder {
    /** What is done when the first knots are looked at, and when those between them are. */
    private static final double FIRST = 0.7;

    private static final double SECOND = 0.95;

    private final BalanceTask task;
    private final KnotPictures pictures;
    private final BalanceSettings settings;
    private final int lenses;
    private final int[] kinds;
    private PatchSites sites;
    /** The curve of each lens's clips, and the one that all are taken to have. */
    private List<ColourTags.Curve> stated = List.of();

    private ColourTags.Curve taken;
    private LightCurve curve;
    private Brightness[] brightness;
    private final Patches.Refused[] refused;
    /** Pairs of some knots, read by each curve that footage may have. */
    private final Map<ColourTags.Curve, List<PatchPair>> byCurve = new EnumMap<>(ColourTags.Curve.class);

    private BalanceFinder(BalanceTask task, KnotPictures pictures, BalanceSettings settings) {
        this.task = task;
        this.pictures = pictures;
        this.settings = settings;
        lenses = task.rig().lenses().size();
        kinds = LensKinds.of(task.rig().lenses());
        refused = new Patches.Refused[lenses];
        Arrays.fill(refused, Patches.Refused.NONE);
    }

    /** What was seen at knots of time. */
    private record Seen(double[] times, List<PatchPair> pairs) {}

    /**
     * Finds what evens the lenses out.
     *
     * @param pictures of the task's lenses
     * @param run progress; cancelling throws
     */
    public static BalanceResult find(BalanceTask task, KnotPictures pictures, BalanceSettings settings, Run run) {
        return new BalanceFinder(task, pictures, settings).find(run);
    }

    private BalanceResult find(Run run) {
        double[] knots = KnotTimes.even(task.span(), pictures.most());
        // A table that somebody chose is believed.
        boolean known = task.curve().sampled().isEmpty();
        Seen seen = look(knots, known ? settings.curveKnots() : 0, run.part(0, FIRST));
        LightSolution found = LightSolver.solve(kinds, knots, seen.pairs, Run.QUIET);
        Optional<ColourTags.Curve> better = known ? CurveCheck.better(kinds, knots, byCurve, taken) : Optional.empty();
        double[] more = KnotTimes.between(knots, found.stops(), task.frameSeconds(), pictures.most() - knots.length);
        if (more.length > 0) {
            sites = sites.thinned(placesFor(knots.length + more.length));
            seen = merged(seen, look(more, 0, run.part(FIRST, SECOND)));
            found = LightSolver.solve(kinds, seen.times, seen.pairs, run.part(SECOND, 1));
        }
        run.step(1);
        return result(seen.times, found, better);
    }

    /** How many places are looked at in each of so many pictures: what more of them would say is said by the other pictures. */
    private int placesFor(int knots) {
        return Math.max(settings.leastPlaces(), settings.pairs() / knots);
    }

    private Seen look(double[] times, int checked, Run run) {
        List<PatchPair> pairs = new ArrayList<>();
        pictures.read(times, (moment, frames) -> {
            if (sites == null) {
                begin(frames, times.length);
            }
            Patches patches = sites.look(frames, curve, moment);
            pairs.addAll(patches.pairs());
            if (checked > 0 && moment % Math.max(1, times.length / checked) == 0) {
                readByOtherCurves(frames, patches, moment);
            }
            for (int i = 0; i < lenses; i++) {
                refused[i] = refused[i].plus(patches.refused()[i]);
                brightness[i].look(frames.get(i), curve);
            }
            run.step((moment + 1.0) / times.length);
        });
        return new Seen(times, pairs);
    }

    private void begin(List<Frame> frames, int knots) {
        stated = frames.stream()
                .map(frame -> task.curve().tagsOf(frame.tags()).transfer())
                .toList();
        taken = stated.get(0);
        curve = task.curve().curveOf(frames.get(0).tags());
        Rig fitted = task.rig().scaledTo(frames);
        sites = PatchSites.of(fitted, task.meetingMetres()).thinned(placesFor(knots));
        brightness = fitted.lenses().stream()
                .map(lens -> new Brightness(lens.lens().frame()))
                .toArray(Brightness[]::new);
    }

    private void readByOtherCurves(List<Frame> frames, Patches own, int moment) {
        byCurve.computeIfAbsent(taken, key -> new ArrayList<>()).addAll(own.pairs());
        for (ColourTags.Curve other : CurveCheck.CANDIDATES) {
            if (other != taken) {
                byCurve.computeIfAbsent(other, key -> new ArrayList<>())
                        .addAll(sites.look(frames, Transfer.of(other), moment).pairs());
            }
        }
    }

    /** Both in the order of time. */
    private static Seen merged(Seen one, Seen two) {
        double[] times = DoubleStream.concat(Arrays.stream(one.times), Arrays.stream(two.times))
                .sorted()
                .toArray();
        List<PatchPair> pairs = new ArrayList<>();
        for (Seen part : List.of(one, two)) {
            for (PatchPair pair : part.pairs) {
                pairs.add(pair.atKnot(Arrays.binarySearch(times, part.times[pair.knot()])));
            }
        }
        return new Seen(times, pairs);
    }

    private BalanceResult result(double[] times, LightSolution found, Optional<ColourTags.Curve> better) {
        double[][][] stops = new double[times.length][lenses][];
        double over = 0;
        for (int i = 0; i < lenses; i++) {
            double most = Double.NEGATIVE_INFINITY;
            for (int t = 0; t < times.length; t++) {
                stops[t][i] = found.stops()[t][i].clone();
                for (int c = 0; c < stops[t][i].length && task.reference().isPresent(); c++) {
                    stops[t][i][c] -= found.stops()[t][task.reference().get()][c];
                }
                most = Math.max(most, Arrays.stream(stops[t][i]).max().orElse(0));
            }
            over = Math.max(
                    over, brightness[i].overStops(most, found.vignettings().get(i)));
        }
        List<String> slots = task.rig().slots();
        Judgement judgement = doubted(BalanceJudge.judge(slots, times.length, found, refused, settings), better);
        return new BalanceResult(
                times,
                stops,
                found.vignettings(),
                Arrays.stream(kinds).anyMatch(kind -> kind > 0),
                over,
                found.before().stops(),
                found.after().stops(),
                Arrays.stream(found.believed()).sum() / 2,
                judgement);
    }

    private Judgement doubted(Judgement judged, Optional<ColourTags.Curve> better) {
        if (new HashSet<>(stated).size() > 1) {
            List<String> names = new ArrayList<>(List.of(taken.title()));
            for (int i = 0; i < lenses; i++) {
                names.add(task.rig().lenses().get(i).slot());
                names.add(stated.get(i).title());
            }
            return judged.doubted().saying(Reason.of(BalanceReason.MIXED_CURVES, names));
        }
        return better.map(curve -> judged.doubted()
                        .saying(Reason.of(BalanceReason.OTHER_CURVE, List.of(taken.title(), curve.title()))))
                .orElse(judged);
    }
}
