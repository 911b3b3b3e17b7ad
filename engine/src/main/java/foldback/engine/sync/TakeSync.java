package foldback.engine.sync;

import foldback.core.lens.Lens;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Sync;
import foldback.core.recipe.SyncDrift;
import foldback.core.recipe.SyncMeasure;
import foldback.core.recipe.SyncPair;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.Clue;
import foldback.core.sync.OffsetGraph;
import foldback.core.sync.PairEvidence;
import foldback.core.sync.SyncResult;
import foldback.core.sync.SyncSettings;
import foldback.core.sync.picture.LightAligner;
import foldback.core.sync.picture.MotionAligner;
import foldback.core.sync.picture.PictureTrack;
import foldback.core.sync.sound.SoundAligner;
import foldback.core.time.TimeSpan;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/** Brings a take's clips into sync by what is heard and seen; lenses of one file share its clock. */
public final class TakeSync {
    private static final double READING_SHARE = 0.6;

    private final Sounds sounds;
    private final PictureTracks pictures;
    private final SyncSettings settings = SyncSettings.defaults();

    public TakeSync(Sounds sounds, PictureTracks pictures) {
        this.sounds = sounds;
        this.pictures = pictures;
    }

    /** A file of a take, and the lens of the first picture in it as far as known. */
    public record Source(TakeClip clip, Optional<Lens> lens) {}

    /**
     * Measures the offsets of clips.
     *
     * @param sources one for each file
     * @param run progress; cancelling throws
     */
    public SyncResult measure(List<Source> sources, SyncRequest request, Run run) {
        List<List<PairEvidence>> found = new ArrayList<>(locked(sources, request));
        Set<Clue> clues = EnumSet.noneOf(Clue.class);
        boolean more = false;
        if (request.isAutomatic() || request.uses(Clue.SOUND)) {
            clues.add(Clue.SOUND);
            Run part =
                    request.isAutomatic() ? run.part(0, 0.5) : request.clues().size() > 1 ? run.part(0, 0.3) : run;
            List<Optional<SoundTrack>> tracks = sounds(sources, request, part.part(0, READING_SHARE));
            found.addAll(SoundAligner.compare(tracks, settings, part.part(READING_SHARE, 1)));
            more = request.isAutomatic()
                    && settle(sources, clues, found).evidence().verdict() != Verdict.SURE;
        }
        if (more || request.uses(Clue.MOTION) || request.uses(Clue.LIGHT)) {
            double begun = clues.isEmpty() ? 0 : more ? 0.5 : 0.3;
            List<Optional<PictureTrack>> tracks = pictures(sources, request, run.part(begun, 0.97));
            if (more || request.uses(Clue.MOTION)) {
                clues.add(Clue.MOTION);
                found.addAll(MotionAligner.compare(tracks, settings, run.part(0.97, 0.99)));
            }
            if (more || request.uses(Clue.LIGHT)) {
                clues.add(Clue.LIGHT);
                found.addAll(LightAligner.compare(tracks, settings, run.part(0.99, 1)));
            }
        }
        return settle(sources, clues, found);
    }

    private SyncResult settle(List<Source> sources, Set<Clue> clues, List<List<PairEvidence>> found) {
        return OffsetGraph.settle(sources.size(), clues, found, settings);
    }

    /** Locked clips hang together as they lie. */
    private static List<List<PairEvidence>> locked(List<Source> sources, SyncRequest request) {
        int[] locked = lockedFiles(sources, request);
        return IntStream.range(1, locked.length)
                .mapToObj(i -> List.of(PairEvidence.locked(
                        locked[0],
                        locked[i],
                        sources.get(locked[0]).clip().ref().offsetSeconds(),
                        sources.get(locked[i]).clip().ref().offsetSeconds())))
                .toList();
    }

    private static int[] lockedFiles(List<Source> sources, SyncRequest request) {
        return IntStream.range(0, sources.size())
                .filter(i ->
                        request.locked().contains(sources.get(i).clip().ref().slot()))
                .toArray();
    }

    private List<Optional<SoundTrack>> sounds(List<Source> sources, SyncRequest request, Run run) {
        List<Optional<SoundTrack>> tracks = new ArrayList<>();
        double each = 1.0 / sources.size();
        for (int i = 0; i < sources.size(); i++) {
            TakeClip clip = sources.get(i).clip();
            Optional<SoundTrack> whole = sounds.of(clip, run.part(i * each, (i + 1) * each));
            tracks.add(whole.map(track -> window(clip, request)
                    .map(window -> track.between(window.from(), window.to()))
                    .orElse(track)));
        }
        return tracks;
    }

    private List<Optional<PictureTrack>> pictures(List<Source> sources, SyncRequest request, Run run) {
        List<Optional<PictureTrack>> tracks = new ArrayList<>();
        double each = 1.0 / sources.size();
        for (int i = 0; i < sources.size(); i++) {
            Source source = sources.get(i);
            PictureTrack whole = pictures.of(source.clip(), source.lens(), run.part(i * each, (i + 1) * each));
            tracks.add(Optional.of(window(source.clip(), request)
                    .map(window -> whole.between(window.from(), window.to()))
                    .orElse(whole)));
        }
        return tracks;
    }

    /** Where in the clip's own time is looked. */
    private static Optional<TimeSpan> window(TakeClip clip, SyncRequest request) {
        return request.window()
                .map(window -> new TimeSpan(
                        clip.ref().clipTime(window.from()), clip.ref().clipTime(window.to())));
    }

    /** Measures a take and gives its recipe with the offsets found; a clip that could not be placed keeps its own. */
    public Recipe find(Recipe recipe, Take take, SyncRequest request, Run run) {
        Map<String, Source> files = new LinkedHashMap<>();
        for (int i = 0; i < take.clips().size(); i++) {
            files.putIfAbsent(
                    take.clips().get(i).ref().sha256(),
                    new Source(
                            take.clips().get(i),
                            Optional.of(recipe.rig().lenses().get(i).lens())));
        }
        List<String> order = List.copyOf(files.keySet());
        List<Source> sources = List.copyOf(files.values());
        SyncResult result = measure(sources, request, run);
        double shift = shift(sources, request, result);
        List<ClipRef> placed = recipe.clips().stream()
                .map(clip -> {
                    int file = order.indexOf(clip.sha256());
                    boolean stays = result.unplaced().contains(file)
                            || request.locked()
                                    .contains(sources.get(file).clip().ref().slot());
                    return stays
                            ? clip
                            : clip.withPlace(rounded(result.offsets()[file] + shift), rounded(result.driftPpm()[file]));
                })
                .toList();
        return recipe.withClips(
                placed, new Sync(Sync.Source.MEASURED, Optional.of(summary(sources, result)), request.locked()));
    }

    /** What brings the first locked clip back to where it was. */
    private static double shift(List<Source> sources, SyncRequest request, SyncResult result) {
        return Arrays.stream(lockedFiles(sources, request))
                .filter(file -> !result.unplaced().contains(file))
                .mapToDouble(file -> sources.get(file).clip().ref().offsetSeconds() - result.offsets()[file])
                .findFirst()
                .orElse(0);
    }

    private static SyncMeasure summary(List<Source> sources, SyncResult result) {
        double[] drifts =
                Arrays.stream(result.driftPpm()).map(ppm -> ppm * 1e-6).toArray();
        List<SyncPair> pairs = result.pairs().stream()
                .map(pair -> new SyncPair(
                        sources.get(pair.first()).clip().ref().slot(),
                        sources.get(pair.second()).clip().ref().slot(),
                        pair.clue(),
                        pair.belief(),
                        pair.used(),
                        pair.residual(result.offsets(), drifts),
                        pair.share(),
                        pair.rival(),
                        pair.witnesses(),
                        pair.agreeing()))
                .toList();
        return new SyncMeasure(
                SyncResult.ALGORITHM,
                result.evidence().verdict(),
                result.evidence().reason(),
                result.residualSeconds(),
                pairs,
                IntStream.range(0, sources.size())
                        .filter(i -> Double.isFinite(result.driftSigmaPpm()[i]) && result.driftPpm()[i] != 0)
                        .mapToObj(i -> new SyncDrift(sources.get(i).clip().ref().slot(), result.driftSigmaPpm()[i]))
                        .toList());
    }

    /** To six digits: microseconds and millionths of a ppm are far below what sound can tell. */
    private static double rounded(double value) {
        return Math.round(value * 1e6) / 1e6;
    }
}
