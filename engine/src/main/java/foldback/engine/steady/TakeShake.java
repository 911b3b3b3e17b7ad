package foldback.engine.steady;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.motion.RotationTrack;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Level;
import foldback.core.recipe.LogMeasure;
import foldback.core.recipe.MotionLogRef;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import foldback.core.steady.RigShake;
import foldback.core.steady.SteadySettings;
import foldback.core.steady.Steadying;
import foldback.core.stitch.plan.RigMotion;
import foldback.engine.cache.Caches;
import foldback.engine.picture.Additions;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.proxy.Proxies;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.log.LogFile;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** How takes were shaken, and how they are shown: measured once, shown otherwise in no time. */
public final class TakeShake implements TakeAdditions {
    private static final int KEPT = 16;
    /** What share of the time it takes to go through the pictures, where a log is fitted to them then. */
    private static final double PICTURES = 0.95;

    private final LensTracks ofOne;
    private final RigTracks ofAll;
    private final MotionLogs logs;
    private final Cache<Object, RigShake> shakes =
            Caches.builder().maximumSize(KEPT).build();
    private final Cache<Object, RotationTrack> views =
            Caches.builder().maximumSize(KEPT).build();

    /**
     * Of takes.
     *
     * @param folder where tracks are kept
     * @param proxies empty where clips are read as they are
     * @param logs where motion logs are found
     */
    public TakeShake(Path folder, Optional<Proxies> proxies, MotionLogs logs) {
        this.logs = logs;
        ofOne = new LensTracks(folder, proxies);
        ofAll = new RigTracks(folder, proxies);
    }

    private record ShakeKey(List<ClipRef> clips, Rig rig, Optional<MotionLogRef> log) {}

    private record ViewKey(ShakeKey shake, SteadySettings settings, Rotation upright) {}

    /**
     * How a rig turned, with what could not be told.
     *
     * @param untoldShare of the moments
     * @param driftRad by how much it may have drifted, standard error, radians; empty of a single lens
     * @param readOutSeconds from a picture's first line to its last, where it shows or a log says it
     * @param exposureSeconds of a picture, where a log says it
     * @param log what was found of a log, where there is one
     */
    public record Measured(
            RigShake shake,
            double untoldShare,
            Optional<Double> driftRad,
            Optional<Double> readOutSeconds,
            Optional<Double> exposureSeconds,
            Optional<LogMeasure> log) {

        /** Of what pictures show alone. */
        private static Measured seen(
                RigShake shake, double untoldShare, Optional<Double> driftRad, Optional<Double> readOutSeconds) {
            return new Measured(shake, untoldShare, driftRad, readOutSeconds, Optional.empty(), Optional.empty());
        }
    }

    /**
     * Measures a take, by its pictures and its recipe's motion log, if it has one.
     *
     * @param shown the clips of the lenses that are on
     * @param run progress; cancelling throws
     * @throws MediaException where a clip or the log cannot be read, or the log is not of this take
     */
    public Measured measure(Recipe recipe, Take shown, Run run) {
        Rig rig = TakeRig.fitted(recipe.geometry().rigOn(), shown.clips());
        Optional<MotionLogRef> log = recipe.steady().log();
        // What is no log is said before the pictures are gone through.
        log.ifPresent(logs::open);
        Run ofPictures = log.isPresent() ? run.part(0, PICTURES) : run;
        Measured seen = shown.clips().size() == 1
                ? single(shown.clips().get(0), rig, ofPictures)
                : several(shown.clips(), rig, ofPictures);
        return log.map(ref -> logged(seen, ref, run.part(PICTURES, 1))).orElse(seen);
    }

    private Measured logged(Measured seen, MotionLogRef ref, Run run) {
        LogFile file = logs.open(ref);
        LoggedShake logged = LoggedShake.of(seen.shake(), seen.driftRad(), file, ref, run);
        return new Measured(
                logged.shake(),
                seen.untoldShare(),
                seen.driftRad(),
                seen.readOutSeconds().or(file::readOutSeconds),
                file.exposureSeconds(),
                Optional.of(logged.measure()));
    }

    private Measured single(TakeClip clip, Rig rig, Run run) {
        LensTracks.LensTrack track = ofOne.of(clip, rig.lenses().get(0).lens(), run);
        RotationTrack turns = RigShake.chained(List.of(inTake(track.turns(), clip)), rig.lenses());
        double untold = (double) track.untold() / track.turns().size();
        return Measured.seen(new RigShake(turns, 0), untold, Optional.empty(), Optional.empty());
    }

    private Measured several(List<TakeClip> clips, Rig rig, Run run) {
        RigTracks.RigTrack track = ofAll.of(clips, rig, run);
        double untold = (double) track.untold() / track.shake().worldFromRig().size();
        return Measured.seen(track.shake(), untold, Optional.of(track.driftRad()), track.readOutSeconds());
    }

    /** A track over clip time, over take time. */
    static RotationTrack inTake(RotationTrack track, TakeClip clip) {
        double[] times = IntStream.range(0, track.size())
                .mapToDouble(n -> clip.ref().takeTime(track.time(n)))
                .toArray();
        return new RotationTrack(
                times,
                IntStream.range(0, times.length).mapToObj(track::rotation).toArray(Rotation[]::new));
    }

    /** How a take's rig turned; measured where it was not yet. */
    RigShake shake(Recipe recipe, Take shown) {
        return shakes.get(
                key(recipe, shown), key -> measure(recipe, shown, Run.QUIET).shake());
    }

    /** What of a recipe the view follows from: where that is equal, it turns the same way. */
    public static Object dependsOn(Recipe recipe) {
        return List.of(
                recipe.steady(),
                recipe.level(),
                recipe.rig().lenses(),
                recipe.geometry().off(),
                recipe.clips());
    }

    /** How its view turns. */
    RotationTrack view(Recipe recipe, Take shown) {
        SteadySettings settings = recipe.steady().settings();
        Rotation upright = recipe.level().at(settings.referenceSeconds());
        return views.get(
                new ViewKey(key(recipe, shown), settings, upright),
                key -> Steadying.view(shake(recipe, shown).worldFromRig(), upright, settings));
    }

    private static ShakeKey key(Recipe recipe, Take shown) {
        return new ShakeKey(
                shown.clips().stream().map(TakeClip::ref).toList(),
                recipe.geometry().rigOn(),
                recipe.steady().log());
    }

    /** Its view is steady once it was measured, and turns as the keys of its level say. */
    @Override
    public Additions of(Recipe recipe, Take shown) {
        Optional<RigMotion> steadied = steadied(recipe, shown);
        Level level = recipe.level();
        if (level.keys().isEmpty()) {
            return steadied.map(Additions.NONE::withMotion).orElse(Additions.NONE);
        }
        RigMotion motion =
                steadied.orElseGet(() -> RigMotion.still(shown.clips().size()));
        RotationPath steady = motion.worldFromView();
        Rotation planned = level.still().inverse();
        return Additions.NONE.withMotion(motion.withView(
                seconds -> steady.at(seconds).times(level.at(seconds)).times(planned)));
    }

    /** How its rig turned and its view is kept steady, whatever the level; empty where it was not measured. */
    public Optional<RigMotion> steadied(Recipe recipe, Take shown) {
        if (recipe.steady().measure().isEmpty()) {
            return Optional.empty();
        }
        RotationPath rig = shake(recipe, shown).fine();
        double readOut = recipe.steady().readOutSeconds();
        // A picture's turn is that of its middle line.
        double middle = readOut / 2;
        List<TakeClip> clips = shown.clips();
        return Optional.of(new RigMotion(
                seconds -> rig.at(seconds - middle),
                view(recipe, shown),
                (lens, seconds) -> firstRow(clips.get(lens), seconds),
                Collections.nCopies(clips.size(), readOut)));
    }

    /** The rotation from the canvas to the rig at a moment, by the middle lines of its first lens. */
    public Rotation rigFromCanvas(Recipe recipe, Take shown, double seconds) {
        Rotation level = recipe.level().at(seconds);
        return steadied(recipe, shown)
                .map(motion -> motion.viewFromRig(0, seconds, 0.5).inverse().times(level))
                .orElse(level);
    }

    private static double firstRow(TakeClip clip, double seconds) {
        return clip.ref().takeTime(clip.index().timeOf(clip.frameAt(seconds)));
    }
}
