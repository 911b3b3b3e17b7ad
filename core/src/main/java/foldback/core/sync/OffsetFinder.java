package foldback.core.sync;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.SyncSettings;
import foldback.core.sync.picture.LightAligner;
import foldback.core.sync.picture.MotionAligner;
import foldback.core.sync.sound.SoundAligner;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Finds the offsets of a take's clips: by their sound, and by how the pictures turn and by light that changes where the sound
 * leaves a doubt, or by the clues that are asked for.
 */
public final class OffsetFinder {
    /** How much of the work reading the sound is, and what is done before pictures are read. */
    private static final double READING_SHARE = 0.6;

    private static final double SOUND_OF_LADDER = 0.5;
    private static final double SOUND_OF_CLUES = 0.3;

    private final ClipTracks tracks;
    private final Map<Integer, Double> locked;
    private final SyncSettings settings;
    private final Set<Clue> looked = EnumSet.noneOf(Clue.class);
    private final List<List<PairEvidence>> found = new ArrayList<>();

    private OffsetFinder(ClipTracks tracks, Map<Integer, Double> locked, SyncSettings settings) {
        this.tracks = tracks;
        this.locked = new TreeMap<>(locked);
        this.settings = settings;
        lock();
    }

    /**
     * Finds offsets.
     *
     * @param clues to look at; none for the sound first, and the pictures where it leaves a doubt
     * @param locked clips that keep their places, by number, and their offsets in seconds
     * @param settings when an offset is believed
     * @param run progress; cancelling throws
     */
    public static SyncResult find(
            ClipTracks tracks, Set<Clue> clues, Map<Integer, Double> locked, SyncSettings settings, Run run) {
        OffsetFinder finder = new OffsetFinder(tracks, locked, settings);
        SyncResult result = clues.isEmpty() ? finder.climb(run) : finder.look(clues, run);
        return finder.inPlace(result);
    }

    private SyncResult climb(Run run) {
        listen(run.part(0, SOUND_OF_LADDER));
        SyncResult heard = settle();
        if (heard.judgement().verdict() == Verdict.SURE) {
            return heard;
        }
        watch(Set.of(Clue.MOTION, Clue.LIGHT), run.part(SOUND_OF_LADDER, 1));
        return settle();
    }

    private SyncResult look(Set<Clue> clues, Run run) {
        boolean pictures = clues.contains(Clue.MOTION) || clues.contains(Clue.LIGHT);
        double sound = !clues.contains(Clue.SOUND) ? 0 : pictures ? SOUND_OF_CLUES : 1;
        if (clues.contains(Clue.SOUND)) {
            listen(run.part(0, sound));
        }
        if (pictures) {
            watch(clues, run.part(sound, 1));
        }
        return settle();
    }

    private void listen(Run run) {
        looked.add(Clue.SOUND);
        found.addAll(
                SoundAligner.compare(tracks.sounds(run.part(0, READING_SHARE)), settings, run.part(READING_SHARE, 1)));
    }

    private void watch(Set<Clue> clues, Run run) {
        List<Optional<PictureTrack>> pictures = tracks.pictures(run.part(0, 0.94));
        if (clues.contains(Clue.MOTION)) {
            looked.add(Clue.MOTION);
            found.addAll(MotionAligner.compare(pictures, settings, run.part(0.94, 0.98)));
        }
        if (clues.contains(Clue.LIGHT)) {
            looked.add(Clue.LIGHT);
            found.addAll(LightAligner.compare(pictures, settings, run.part(0.98, 1)));
        }
    }

    private SyncResult settle() {
        return OffsetGraph.settle(tracks.clips(), looked, found, settings);
    }

    /** Locked clips hang together as they lie. */
    private void lock() {
        List<Integer> clips = List.copyOf(locked.keySet());
        for (int clip : clips.subList(Math.min(1, clips.size()), clips.size())) {
            found.add(List.of(PairEvidence.locked(clips.get(0), clip, locked.get(clips.get(0)), locked.get(clip))));
        }
    }

    /** The whole moved so that the first locked clip is where it was. */
    private SyncResult inPlace(SyncResult result) {
        return locked.keySet().stream()
                .filter(clip -> !result.unplaced().contains(clip))
                .findFirst()
                .map(clip -> result.shifted(locked.get(clip) - result.offsets()[clip]))
                .orElse(result);
    }
}
