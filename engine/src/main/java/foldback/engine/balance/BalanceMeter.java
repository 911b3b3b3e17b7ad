package foldback.engine.balance;

import foldback.core.balance.BalanceJudge;
import foldback.core.balance.BalanceSettings;
import foldback.core.balance.Brightness;
import foldback.core.balance.CurveCheck;
import foldback.core.balance.LightSolution;
import foldback.core.balance.LightSolver;
import foldback.core.keys.Key;
import foldback.core.keys.KeyThinner;
import foldback.core.keys.Track;
import foldback.core.overlap.PatchPair;
import foldback.core.overlap.PatchSites;
import foldback.core.overlap.Patches;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.BalanceMeasure;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.rig.LensKinds;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.time.TimeSpan;
import foldback.core.tone.Falloff;
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

/** Measures exposure, white balance and falloff of a take's lenses over its time, and evens them out. */
public final class BalanceMeter {
    /** Raised whenever the same footage would give other corrections. */
    public static final int ALGORITHM = 4;

    /** A key that lies that near to its neighbours' course says nothing, stops. */
    private static final double THIN = 0.004;

    /** About as many comparisons in all are asked for, and at least so many of each picture. */
    private static final int PAIRS = 200_000;

    private static final int LEAST_PLACES = 1500;
    private static final double FIRST = 0.7;
    /** At how many knots other curves are tried: each costs a look of its own. */
    private static final int CHECKED = 3;

    private static final double SECOND = 0.95;

    private final Recipe recipe;
    private final KnotFrames frames;
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

    private BalanceMeter(Recipe recipe, KnotFrames frames) {
        this.recipe = recipe;
        this.frames = frames;
        lenses = recipe.clips().size();
        kinds = LensKinds.of(recipe.rig().lenses());
        refused = new Patches.Refused[lenses];
        Arrays.fill(refused, Patches.Refused.NONE);
    }

    /** What was seen at knots of time. */
    private record Seen(double[] times, List<PatchPair> pairs) {}

    /**
     * Measures the balance of a take; what was set by hand is kept.
     *
     * @param span of the take in which all lenses that are on have frames
     * @param frames of those lenses
     * @throws IllegalArgumentException where there is but one
     */
    public static Balance even(Recipe recipe, TimeSpan span, KnotFrames frames, Run run) {
        return new BalanceMeter(recipe.showing(), frames).even(recipe.balance(), span, run);
    }

    private Balance even(Balance before, TimeSpan span, Run run) {
        if (lenses == 1) {
            throw new IllegalArgumentException("One lens differs from no other: there is nothing to even out.");
        }
        double[] knots = KnotTimes.even(span, frames.most());
        // A table that somebody chose is believed.
        boolean known = recipe.balance().curve().sampled().isEmpty();
        Seen seen = look(knots, known ? CHECKED : 0, run.part(0, FIRST));
        LightSolution found = LightSolver.solve(kinds, knots, seen.pairs, Run.QUIET);
        Optional<ColourTags.Curve> better = known ? CurveCheck.better(kinds, knots, byCurve, taken) : Optional.empty();
        double frame = 1 / recipe.rate().perSecond();
        double[] more = KnotTimes.between(knots, found.stops(), frame, frames.most() - knots.length);
        if (more.length > 0) {
            sites = sites.thinned(placesFor(knots.length + more.length));
            seen = merged(seen, look(more, 0, run.part(FIRST, SECOND)));
            found = LightSolver.solve(kinds, seen.times, seen.pairs, run.part(SECOND, 1));
        }
        run.step(1);
        return balance(before, seen.times, found, better);
    }

    /** How many places are looked at in each of so many pictures: what more of them would say is said by the other pictures. */
    private static int placesFor(int knots) {
        return Math.max(LEAST_PLACES, PAIRS / knots);
    }

    private Seen look(double[] times, int checked, Run run) {
        List<PatchPair> pairs = new ArrayList<>();
        frames.read(times, (moment, pictures) -> {
            if (sites == null) {
                begin(pictures, times.length);
            }
            Patches patches = sites.look(pictures, curve, moment);
            pairs.addAll(patches.pairs());
            if (checked > 0 && moment % Math.max(1, times.length / checked) == 0) {
                read(pictures, patches, moment);
            }
            for (int i = 0; i < lenses; i++) {
                refused[i] = refused[i].plus(patches.refused()[i]);
                brightness[i].look(pictures.get(i), curve);
            }
            run.step((moment + 1.0) / times.length);
        });
        return new Seen(times, pairs);
    }

    /** Reads the pictures of a moment by the curves that they are not taken to have. */
    private void read(List<Frame> pictures, Patches own, int moment) {
        byCurve.computeIfAbsent(taken, key -> new ArrayList<>()).addAll(own.pairs());
        for (ColourTags.Curve each : CurveCheck.CANDIDATES) {
            if (each != taken) {
                byCurve.computeIfAbsent(each, key -> new ArrayList<>())
                        .addAll(sites.look(pictures, Transfer.of(each), moment).pairs());
            }
        }
    }

    private Evidence doubted(Evidence evidence, Optional<ColourTags.Curve> better) {
        String said = "";
        if (new HashSet<>(stated).size() > 1) {
            List<String> each = new ArrayList<>();
            for (int i = 0; i < lenses; i++) {
                each.add(recipe.rig().lenses().get(i).slot() + " "
                        + stated.get(i).title());
            }
            said = " The clips have different curves (" + String.join(", ", each) + ") and are all taken to be "
                    + taken.title() + ": record or convert them alike, or choose the curve that all have.";
        } else if (better.isPresent()) {
            said = " The lenses differ otherwise in bright than in dark places: the curve is taken to be "
                    + taken.title()
                    + ", the pictures look like " + better.get().title() + ". Choose that curve and even them again.";
        } else {
            return evidence;
        }
        Verdict verdict = evidence.verdict() == Verdict.SURE ? Verdict.CHECK : evidence.verdict();
        return new Evidence(verdict, evidence.reason() + said, evidence.figure());
    }

    private void begin(List<Frame> pictures, int knots) {
        stated = pictures.stream()
                .map(picture -> recipe.balance().tagsOf(picture.tags()).transfer())
                .toList();
        taken = stated.get(0);
        curve = recipe.balance().curveOf(pictures.get(0).tags());
        Rig fitted = KnotFrames.fitted(recipe.rig(), pictures);
        sites = PatchSites.of(fitted, recipe.seams().meetingMetres()).thinned(placesFor(knots));
        brightness = fitted.lenses().stream()
                .map(lens -> new Brightness(lens.lens().frame()))
                .toArray(Brightness[]::new);
    }

    /** Both in the order of time. */
    private static Seen merged(Seen one, Seen two) {
        double[] times = DoubleStream.concat(Arrays.stream(one.times), Arrays.stream(two.times))
                .sorted()
                .toArray();
        List<PatchPair> pairs = new ArrayList<>();
        for (Seen each : List.of(one, two)) {
            for (PatchPair pair : each.pairs) {
                pairs.add(pair.atKnot(Arrays.binarySearch(times, each.times[pair.knot()])));
            }
        }
        return new Seen(times, pairs);
    }

    private Balance balance(Balance before, double[] times, LightSolution found, Optional<ColourTags.Curve> better) {
        List<String> slots = recipe.rig().lenses().stream().map(RigLens::slot).toList();
        int reference = before.reference().map(slots::indexOf).orElse(-1);
        List<LensBalance> measured = new ArrayList<>();
        boolean mixed = Arrays.stream(kinds).anyMatch(kind -> kind > 0);
        double over = 0;
        for (int i = 0; i < lenses; i++) {
            List<Key<Stops>> keys = new ArrayList<>();
            double most = Double.NEGATIVE_INFINITY;
            for (int t = 0; t < times.length; t++) {
                double[] own = found.stops()[t][i].clone();
                for (int c = 0; c < own.length && reference >= 0; c++) {
                    own[c] -= found.stops()[t][reference][c];
                }
                keys.add(new Key<>(times[t], Stops.ofChannels(own)));
                most = Math.max(most, Arrays.stream(own).max().orElse(0));
            }
            measured.add(new LensBalance(
                    slots.get(i),
                    KeyThinner.thin(new Track<>(keys), THIN),
                    before.of(slots.get(i)).trim(),
                    mixed ? Optional.of(found.falloffs().get(i)) : Optional.empty()));
            over = Math.max(over, brightness[i].overStops(most, found.falloffs().get(i)));
        }
        // Lenses that are off keep what they have.
        before.lenses().stream().filter(lens -> !slots.contains(lens.slot())).forEach(measured::add);
        Evidence evidence =
                doubted(BalanceJudge.judge(slots, times.length, found, refused, BalanceSettings.defaults()), better);
        boolean nothing = evidence.verdict() == Verdict.UNSETTLED
                && Double.isNaN(found.after().stops());
        BalanceMeasure measure = new BalanceMeasure(
                ALGORITHM,
                evidence.verdict(),
                evidence.reason(),
                nothing ? 0 : found.before().stops(),
                nothing ? 0 : found.after().stops(),
                Arrays.stream(found.believed()).sum() / 2);
        return new Balance(
                Optional.of(measure),
                before.curve(),
                nothing || mixed ? Falloff.NONE : found.falloffs().get(0),
                nothing ? before.lenses() : measured,
                before.whole(),
                before.reference(),
                before.highlights(),
                over,
                before.transform(),
                before.noise());
    }
}
