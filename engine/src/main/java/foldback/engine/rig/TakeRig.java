package foldback.engine.rig;

import foldback.core.match.Moment;
import foldback.core.match.TiePoints;
import foldback.core.picture.Plane;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Coverage;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Reason;
import foldback.core.run.Run;
import foldback.core.solve.RigFinder;
import foldback.core.solve.RigReason;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.time.TimeSpan;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** Solves a take's rig from its clips at some moments. */
public final class TakeRig {
    private static final double CHOOSING_SHARE = 0.12;
    private static final double READING_SHARE = 0.2;

    private TakeRig() {}

    /**
     * A solved rig.
     *
     * @param clips of each of the rig's slots, the number of the clip that belongs there
     * @param moments take times that were looked at
     * @param turned take times that the rig had turned by, which were looked at as well
     * @param chosen why, where they were proposed; else nothing
     */
    public record Solved(
            int[] clips, RigFinder.Found found, List<Double> moments, List<Double> turned, List<Reason> chosen) {
        public TiePoints points() {
            List<Double> told = found.turns().turns().stream()
                    .map(turn -> turned.get(turn.moment()))
                    .toList();
            return new TiePoints(moments, found.points(), found.turns(), told);
        }
    }

    /**
     * Solves a rig.
     *
     * @param card of the same kind of rig, or of the unit
     * @param clips one for each of the card's lenses, in their order
     * @param frames the clips' pictures
     * @throws MediaException where a clip cannot be read, shows nothing at a moment, or is not of the card's aspect
     */
    public static Solved solve(Rig card, List<TakeClip> clips, LensFrames frames, RigRequest request, Run run) {
        Rig fitting = fitted(card, clips);
        request.moments().forEach(moment -> clips.forEach(clip -> checkShown(clip, moment)));
        Optional<TurnChooser.Choice> turns =
                tellsOfTurns(card, request, clips) ? turns(fitting, clips, frames, request, run) : Optional.empty();
        List<Double> turned = turns.map(TurnChooser.Choice::turned).orElse(List.of());
        List<Double> moments = request.moments();
        List<Reason> chosen = List.of();
        if (moments.isEmpty() && turns.isPresent()) {
            // Where it turns most moments are smeared or lean: the calmest one that it turned to is the second.
            moments = List.of(turns.get().reference(), turned.get(turned.size() - 1));
            chosen = List.of(Reason.of(RigReason.CALM));
        } else if (moments.isEmpty()) {
            MomentChooser.Proposal proposal = MomentChooser.propose(
                    frames, known(fitting, request), clips.size(), commonSpan(clips), run.part(0, CHOOSING_SHARE));
            moments = proposal.moments();
            chosen = proposal.reasons();
        }
        List<Moment> seen = seen(clips, frames, moments, run.part(CHOOSING_SHARE, READING_SHARE));
        List<Moment> turnedTo = seen(clips, frames, turned, Run.QUIET);
        RigFinder.Sorted sorted = solved(fitting, seen, turnedTo, request, run.part(READING_SHARE, 1));
        return new Solved(sorted.clips(), saidOfOrder(fitting, sorted), moments, turned, chosen);
    }

    private static Optional<TurnChooser.Choice> turns(
            Rig card, List<TakeClip> clips, LensFrames frames, RigRequest request, Run run) {
        double period = clips.get(0).index().duration() / clips.get(0).index().frames();
        return new TurnChooser(card, frames, period)
                .choose(commonSpan(clips), request.moments().stream().findFirst(), run);
    }

    /** More lenses than two, and two eyes, tell all of each other's inside; and a turn tells nothing of where unknown lenses point. */
    private static boolean tellsOfTurns(Rig card, RigRequest request, List<TakeClip> clips) {
        return clips.size() == 2
                && !card.isStereo()
                && request.start() != RigRequest.Start.NOTHING
                && request.order() == RigRequest.Order.GIVEN
                && request.free().focal() != SolveSettings.Freedom.HELD
                && request.free().distortion() != SolveSettings.Freedom.HELD;
    }

    /** The card where it says about how the clips' lenses lie. */
    private static Optional<Rig> known(Rig card, RigRequest request) {
        boolean lies = request.start() != RigRequest.Start.NOTHING && request.order() == RigRequest.Order.GIVEN;
        return lies ? Optional.of(card) : Optional.empty();
    }

    /** What was found, with what became of the clips. */
    private static RigFinder.Found saidOfOrder(Rig card, RigFinder.Sorted sorted) {
        List<String> moves = RigReason.moves(card, sorted.clips());
        return moves.isEmpty() ? sorted.found() : sorted.found().saying(Reason.of(RigReason.REORDERED, moves));
    }

    private static RigFinder.Sorted solved(
            Rig card, List<Moment> seen, List<Moment> turned, RigRequest request, Run run) {
        SolveSettings settings = request.settings();
        if (request.start() == RigRequest.Start.NOTHING) {
            return RigFinder.fromNothing(card, seen, settings, run);
        }
        if (request.order() == RigRequest.Order.ANY) {
            return RigFinder.anyOrder(card, seen, settings, run);
        }
        int[] asTheyAre = IntStream.range(0, card.lenses().size()).toArray();
        return new RigFinder.Sorted(asTheyAre, RigFinder.fromCard(card, seen, turned, settings, run));
    }

    /** Solves again from points that are there, some of them placed by hand. */
    public static RigFinder.Found again(Rig rig, List<TakeClip> clips, TiePoints points, RigRequest request, Run run) {
        return RigFinder.fromPoints(fitted(rig, clips), points.points(), points.turns(), request.settings(), run);
    }

    /** What all lenses saw at some moments. */
    static List<Moment> seen(List<TakeClip> clips, LensFrames frames, List<Double> moments, Run run) {
        List<Moment> seen = new ArrayList<>();
        for (int m = 0; m < moments.size(); m++) {
            double moment = moments.get(m);
            clips.forEach(clip -> checkShown(clip, moment));
            List<Plane> lumas = IntStream.range(0, clips.size())
                    .parallel()
                    .mapToObj(i -> {
                        run.check();
                        return frames.at(i, moment, 0).y();
                    })
                    .toList();
            run.step((m + 1.0) / moments.size());
            seen.add(new Moment(lumas, clips.get(0).whole().format().bits()));
        }
        return seen;
    }

    private static TimeSpan commonSpan(List<TakeClip> clips) {
        TimeSpan span =
                clips.stream().map(TakeClip::span).reduce(TimeSpan::intersect).orElseThrow();
        if (!(span.seconds() > 0)) {
            throw new MediaException(
                    clips.get(0).file(), "The clips are never all there at once. Find their offsets first.");
        }
        return span;
    }

    /** A card for pictures of the clips' sizes. */
    public static Rig fitted(Rig card, List<TakeClip> clips) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < clips.size(); i++) {
            MediaInfo.Video video = clips.get(i).video();
            RigLens lens = card.lenses().get(i);
            try {
                lenses.add(lens.scaledTo(video.width(), video.height()));
            } catch (IllegalArgumentException otherAspect) {
                throw new MediaException(
                        clips.get(i).file(),
                        clips.get(i).file().getFileName() + " does not fit lens " + lens.slot() + " of the rig card: "
                                + otherAspect.getMessage() + ". Choose the card of this kind of rig.");
            }
        }
        return new Rig(card.name(), lenses);
    }

    /** Which lenses that are on see which part of the sphere; from whole pictures: halved ones would lose a share of their rims. */
    public static Coverage coverage(Recipe recipe, Take take, Rotation rigFromCanvas, int columns) {
        Rig fitted = fitted(recipe.geometry().rigOn(), take.showing(recipe).clips());
        return Coverage.of(fitted, rigFromCanvas, StitchPlan.MARGIN_PX, columns);
    }

    private static void checkShown(TakeClip clip, double moment) {
        if (moment < clip.span().from() || moment >= clip.span().to()) {
            throw new MediaException(
                    clip.file(),
                    clip.file().getFileName() + " shows nothing at " + moment
                            + " s. Choose a moment that all clips show.");
        }
    }
}
