package foldback.core.solve;

import foldback.core.lens.CircleFinder;
import foldback.core.lens.ClosedFormFisheye;
import foldback.core.lens.KannalaBrandt;
import foldback.core.lens.LensFrame;
import foldback.core.match.Moment;
import foldback.core.match.TiePoint;
import foldback.core.match.Turns;
import foldback.core.match.points.PointFinder;
import foldback.core.match.points.RotationGraph;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.solve.adjust.RigSolver;
import foldback.core.solve.adjust.SolveResult;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;

/** Solves a rig from the pictures of its lenses: features first, then patches all over the overlaps in rounds. */
public final class RigFinder {
    private static final double FEATURE_TOLERANCE = Math.toRadians(4);
    private static final double CARD_SLACK = Math.toRadians(11);
    /** Points of the rounds before the last are so far apart, radians: they only bring the rig near. */
    private static final double SPARSE = Math.toRadians(3.2);
    /** Patches are laid over each other in rounds: a search over a wide stretch in fine steps takes long. */
    private static final PointFinder.Search[] SEARCHES = {
        new PointFinder.Search(Math.toRadians(3), 1.6, Math.toRadians(0.18)).sparse(SPARSE),
        new PointFinder.Search(Math.toRadians(0.8), 1, Math.toRadians(0.1)).sparse(SPARSE),
        new PointFinder.Search(Math.toRadians(0.3), 1, 0)
    };
    /** Things may be nearer than the nearest that were found: times as near, and so much, 1/m. */
    private static final double NEARER = 1.5;

    private static final double NEARER_BY = 0.1;

    /** Fewer features that agree say nothing of how two lenses lie. */
    private static final double LEAST_SCORE = 6;

    /** The same where nothing is known of how they lie: chance has more to choose from. */
    private static final double LEAST_FREE_SCORE = 8;

    /** Features that agree by so much are never there by chance. */
    private static final double BEYOND_DOUBT = 30;

    private static final int LEAST_FEATURES = 12;
    /** Of the time that a solve takes whose clips' order is looked for. */
    private static final double ORDER_SHARE = 0.3;

    private RigFinder() {}

    /**
     * A rig that was found.
     *
     * @param rig the card where nothing was found
     * @param points from which it was solved
     * @param turns what it saw from the first moment and from where it turned to
     * @param result empty where the lenses share too little to be solved
     * @param judgement how good it is
     */
    public record Found(
            Rig rig, List<TiePoint> points, Turns turns, Optional<SolveResult> result, Judgement judgement) {
        /** The same with more to say. */
        public Found saying(Reason more) {
            return new Found(rig, points, turns, result, judgement.saying(more));
        }

        /** The same, which cannot be sure any more, with what stands in its way; of a solve that failed, that comes first. */
        private Found troubledBy(List<Reason> trouble) {
            List<Reason> all = new ArrayList<>(judgement.reasons());
            all.addAll(judgement.verdict() == Verdict.UNSETTLED ? 0 : all.size(), trouble);
            return new Found(
                    rig,
                    points,
                    turns,
                    result,
                    new Judgement(judgement.doubted().verdict(), all, judgement.figure()));
        }

        /** The points that count as right. */
        public List<TiePoint> believed() {
            return result.stream()
                    .flatMap(solved -> IntStream.range(0, points.size())
                            .filter(solved::isBelieved)
                            .mapToObj(points::get))
                    .toList();
        }
    }

    /**
     * Solves a rig from a card.
     *
     * @param known of a rig of the same kind
     * @param moments at least one
     */
    public static Found fromCard(Rig known, List<Moment> moments, SolveSettings settings, Run run) {
        return fromCard(known, moments, List.of(), settings, run);
    }

    /**
     * The same of a rig that turned, or was carried some way, within the take.
     *
     * @param turned moments at which it had turned by 10 degrees and more since the first of the others
     */
    public static Found fromCard(
            Rig known, List<Moment> moments, List<Moment> turned, SolveSettings settings, Run run) {
        return troubled(
                withCircles(known, moments.get(0)), finders(known, moments), finders(known, turned), settings, run);
    }

    private static Found troubled(
            Rig known, List<PointFinder> finders, List<PointFinder> turned, SolveSettings settings, Run run) {
        Rig card = withDistortion(known, settings);
        Found found = solved(card, finders, turned, settings, run);
        List<Reason> trouble = new ArrayList<>(RigTrouble.ofPictures(card, finders));
        if (found.judgement().verdict() == Verdict.UNSETTLED) {
            trouble.addAll(ofTheCard(card, finders, trouble.isEmpty(), run));
        }
        return trouble.isEmpty() ? found : found.troubledBy(trouble);
    }

    /** What of the card stands in the way of a solve that failed; the order of clips costs some seconds to look for. */
    private static List<Reason> ofTheCard(Rig card, List<PointFinder> finders, boolean orderToo, Run run) {
        run.check();
        List<Reason> said = RigTrouble.ofCard(card);
        return said.isEmpty() && orderToo
                ? RigTrouble.ofOrder(card, order(card, finders.subList(0, 1), Run.QUIET))
                : said;
    }

    private static Found solved(
            Rig card, List<PointFinder> finders, List<PointFinder> turned, SolveSettings settings, Run run) {
        List<PointFinder.Pair> pairs = new ArrayList<>();
        for (int m = 0; m < finders.size() && !hangTogether(card, pairs); m++) {
            Run part = run.part(0.4 * m / finders.size(), 0.4 * (m + 1) / finders.size());
            pairs.addAll(finders.get(m).features(card, CARD_SLACK, FEATURE_TOLERANCE, part));
        }
        List<TiePoint> features = pairs.stream()
                .filter(pair -> pair.score() >= LEAST_SCORE)
                .flatMap(pair -> pair.points().stream())
                .toList();
        if (features.size() < LEAST_FEATURES) {
            return nothing(card);
        }
        Rig rig = RigSolver.coarse(card, turned(card, pairs), features, settings, run.part(0.4, 0.45));
        double nearest = Double.POSITIVE_INFINITY;
        for (int round = 0; ; round++) {
            double from = 0.45 + 0.18 * round;
            List<TiePoint> points = patches(finders, rig, SEARCHES[round].upTo(nearest), run.part(from, from + 0.15));
            if (points.size() < LEAST_FEATURES) {
                return nothing(card);
            }
            Run solving = run.part(from + 0.15, from + 0.18);
            if (round == SEARCHES.length - 1) {
                Turns turns = turned.isEmpty()
                        ? Turns.NONE
                        : new TurnEvidence(finders.get(0), turned).find(card, rig, points, settings, solving);
                SolveResult last = RigSolver.solve(card, rig, points, turns, settings, solving);
                return new Found(last.rig(), points, turns, Optional.of(last), RigJudge.judge(card, points, last));
            }
            RigSolver.Guess guess = RigSolver.guess(card, rig, points, Turns.NONE, settings, solving);
            rig = guess.rig();
            nearest = nearestAfter(guess);
        }
    }

    /** Inverse distance of the nearest things to be looked for next, 1/m. */
    static double nearestAfter(RigSolver.Guess guess) {
        return NEARER * guess.nearest() + NEARER_BY;
    }

    /**
     * Whether features tell of all lenses without doubt how they lie: those of another moment would say it again. Two lenses share
     * little, and every moment's features tell more of them.
     */
    private static boolean hangTogether(Rig card, List<PointFinder.Pair> pairs) {
        if (card.lenses().size() == 2) {
            return false;
        }
        Rotation[] found =
                RotationGraph.of(card.lenses().size(), pairs, BEYOND_DOUBT).rotations();
        return Arrays.stream(found).noneMatch(Objects::isNull);
    }

    /** The order of clips that a card asks for. */
    private static SlotFinder.Order order(Rig card, List<PointFinder> finders, Run run) {
        List<Rotation> slots = card.lenses().stream().map(RigLens::rigFromLens).toList();
        return SlotFinder.onCard(slots, graph(card, finders, run).rotations());
    }

    /**
     * Solves a rig from points that are there already, such as those of an earlier solve with some placed or taken away by hand.
     *
     * @param known the rig as it stands
     */
    public static Found fromPoints(Rig known, List<TiePoint> points, Turns turns, SolveSettings settings, Run run) {
        if (points.size() < LEAST_FEATURES) {
            return nothing(known);
        }
        SolveResult result = RigSolver.solve(known, known, points, turns, settings, run);
        return new Found(result.rig(), points, turns, Optional.of(result), RigJudge.judge(known, points, result));
    }

    /** Each lit disc as it is in these pictures: it lies a little elsewhere in every unit. */
    private static Rig withCircles(Rig known, Moment moment) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < known.lenses().size(); i++) {
            RigLens own = known.lenses().get(i);
            LensFrame frame = own.lens().frame();
            lenses.add(
                    frame.circle().isEmpty()
                            ? own
                            : CircleFinder.find(moment.lumas().get(i))
                                    .map(found -> own.withLens(own.lens().withFrame(frame.withCircle(found.circle()))))
                                    .orElse(own));
        }
        return new Rig(known.name(), lenses);
    }

    /** Fisheyes of a closed form have no numbers for how a real one bends: where those are free, they get some. */
    private static Rig withDistortion(Rig known, SolveSettings settings) {
        boolean held = settings.distortionCommon() == 0 && settings.distortionOwn() == 0;
        if (held) {
            return known;
        }
        return new Rig(
                known.name(),
                known.lenses().stream()
                        .map(lens -> lens.lens() instanceof ClosedFormFisheye
                                ? lens.withLens(KannalaBrandt.of(lens.lens()))
                                : lens)
                        .toList());
    }

    private static Found nothing(Rig card) {
        return new Found(card, List.of(), Turns.NONE, Optional.empty(), RigJudge.nothing());
    }

    private static List<TiePoint> patches(List<PointFinder> finders, Rig rig, PointFinder.Search search, Run run) {
        List<TiePoint> points = new ArrayList<>();
        for (int m = 0; m < finders.size(); m++) {
            Run part = run.part((double) m / finders.size(), (m + 1.0) / finders.size());
            points.addAll(finders.get(m).patches(rig, search, part));
        }
        return points;
    }

    /** The card with its lenses turned by the strongest pairs that hang them together; the first hanging one stays. */
    private static Rig turned(Rig card, List<PointFinder.Pair> pairs) {
        Rotation[] found =
                RotationGraph.of(card.lenses().size(), pairs, LEAST_SCORE).rotations();
        int held = IntStream.range(0, found.length)
                .filter(i -> found[i] != null)
                .findFirst()
                .orElseThrow();
        Rotation turn = card.lenses().get(held).rigFromLens().times(found[held].inverse());
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < found.length; i++) {
            RigLens lens = card.lenses().get(i);
            lenses.add(found[i] == null ? lens : lens.withRotation(turn.times(found[i])));
        }
        return new Rig(card.name(), lenses);
    }

    /**
     * A rig of clips whose order was not known.
     *
     * @param clips of each of the rig's slots, the number of the clip that was found to belong there
     */
    public record Sorted(int[] clips, Found found) {}

    /**
     * Solves a rig whose clips may be in the wrong slots.
     *
     * @param known of a rig of the same kind, its lenses alike
     * @param moments their pictures in the order of the clips
     */
    public static Sorted anyOrder(Rig known, List<Moment> moments, SolveSettings settings, Run run) {
        Rig card = withCircles(known, moments.get(0));
        List<PointFinder> finders = finders(card, moments);
        int[] clips = order(card, finders, run.part(0, ORDER_SHARE)).clips();
        return sorted(known, known, clips, moments, finders, settings, run);
    }

    /**
     * Solves a rig of which only its lenses' kinds are known; slots go around the rig from the first clip on.
     *
     * @param kinds its slots, and what each clip's lens is like; where they point is not read
     * @param moments their pictures in the order of the clips
     */
    public static Sorted fromNothing(Rig kinds, List<Moment> moments, SolveSettings settings, Run run) {
        List<PointFinder> finders = finders(kinds, moments);
        Start start = start(kinds, moments.get(0), finders, run.part(0, ORDER_SHARE));
        return sorted(kinds, start.rig, start.clips, moments, finders, settings, run);
    }

    /**
     * A rig before it is solved.
     *
     * @param clips of each of its slots, the number of the clip that was found to belong there
     */
    public record Start(int[] clips, Rig rig) {}

    /** What {@link #fromNothing} starts from: the order of the clips, and about where their lenses point. */
    public static Start start(Rig kinds, List<Moment> moments, Run run) {
        return start(kinds, moments.get(0), finders(kinds, moments), run);
    }

    private static Start start(Rig kinds, Moment first, List<PointFinder> finders, Run run) {
        RotationGraph graph = graph(withCircles(kinds, first), finders, run);
        List<Rotation> upright = RigStart.upright(graph.rotations());
        int[] clips = SlotFinder.around(upright);
        return new Start(clips, RigStart.of(kinds, clips, upright));
    }

    /** Clips whose rig is not settled in that order stay where they are, and so does the rig. */
    private static Sorted sorted(
            Rig known,
            Rig start,
            int[] clips,
            List<Moment> moments,
            List<PointFinder> finders,
            SolveSettings settings,
            Run run) {
        Rig card = withCircles(start, inOrder(moments.get(0), clips));
        List<PointFinder> ordered =
                finders.stream().map(finder -> finder.inOrder(clips)).toList();
        Found found = troubled(card, ordered, List.of(), settings, run.part(ORDER_SHARE, 1));
        return found.judgement().verdict() == Verdict.UNSETTLED
                ? new Sorted(
                        IntStream.range(0, clips.length).toArray(),
                        new Found(known, List.of(), Turns.NONE, Optional.empty(), found.judgement()))
                : new Sorted(clips, found);
    }

    /** Where the lenses of clips point, whatever a card says. */
    private static RotationGraph graph(Rig lenses, List<PointFinder> finders, Run run) {
        List<PointFinder.Pair> pairs = new ArrayList<>();
        for (int m = 0; m < finders.size(); m++) {
            Run part = run.part((double) m / finders.size(), (m + 1.0) / finders.size());
            pairs.addAll(finders.get(m).features(lenses, Math.PI, FEATURE_TOLERANCE, part));
        }
        return RotationGraph.of(lenses.lenses().size(), pairs, LEAST_FREE_SCORE);
    }

    private static List<PointFinder> finders(Rig rig, List<Moment> moments) {
        return IntStream.range(0, moments.size())
                .mapToObj(m -> new PointFinder(rig, moments.get(m), m))
                .toList();
    }

    private static Moment inOrder(Moment moment, int[] clips) {
        return new Moment(Arrays.stream(clips).mapToObj(moment.lumas()::get).toList(), moment.bits());
    }
}
