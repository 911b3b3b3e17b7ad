package foldback.engine.sync;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Sync;
import foldback.core.recipe.SyncMeasure;
import foldback.core.run.Run;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.SyncResult;
import foldback.core.sync.SyncSettings;
import foldback.core.sync.sound.SoundAligner;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Brings a take's clips into sync by their sound; lenses of one file share its clock. */
public final class TakeSync {
    private static final double READING_SHARE = 0.6;

    private TakeSync() {}

    /**
     * Measures the offsets of clips.
     *
     * @param clips one for each file
     * @param run progress; cancelling throws
     */
    public static SyncResult measure(List<TakeClip> clips, Sounds sounds, Run run) {
        List<Optional<SoundTrack>> tracks = new ArrayList<>();
        for (int i = 0; i < clips.size(); i++) {
            int done = i;
            tracks.add(sounds.of(
                    clips.get(i),
                    new Run(
                            share -> run.progress().accept(READING_SHARE * (done + share) / clips.size()),
                            run.cancelled())));
        }
        Run aligning =
                new Run(share -> run.progress().accept(READING_SHARE + (1 - READING_SHARE) * share), run.cancelled());
        return SoundAligner.align(tracks, SyncSettings.defaults(), aligning);
    }

    /** Measures a take and gives its recipe with the offsets found; a clip that could not be placed keeps its own. */
    public static Recipe find(Recipe recipe, Take take, Sounds sounds, Run run) {
        Map<String, TakeClip> files = new LinkedHashMap<>();
        take.clips().forEach(clip -> files.putIfAbsent(clip.ref().sha256(), clip));
        List<String> order = List.copyOf(files.keySet());
        SyncResult result = measure(List.copyOf(files.values()), sounds, run);
        List<ClipRef> placed = recipe.clips().stream()
                .map(clip -> {
                    int file = order.indexOf(clip.sha256());
                    return result.unplaced().contains(file)
                            ? clip
                            : clip.withPlace(rounded(result.offsets()[file]), rounded(result.driftPpm()[file]));
                })
                .toList();
        SyncMeasure measure = new SyncMeasure(
                SyncResult.ALGORITHM,
                result.evidence().verdict(),
                result.evidence().reason(),
                result.residualSeconds());
        return recipe.withClips(placed, new Sync(Sync.Source.SOUND, Optional.of(measure)));
    }

    /** To six digits: microseconds and millionths of a ppm are far below what sound can tell. */
    private static double rounded(double value) {
        return Math.round(value * 1e6) / 1e6;
    }
}
