package foldback.engine.sync;

import foldback.core.lens.Lens;
import foldback.core.motion.PictureTrack;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.SoundRecording;
import foldback.core.recipe.sync.Sync;
import foldback.core.recipe.sync.SyncDrift;
import foldback.core.recipe.sync.SyncMeasure;
import foldback.core.recipe.sync.SyncPair;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.ClipTracks;
import foldback.core.sync.OffsetFinder;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.SyncSettings;
import foldback.core.time.TimeSpan;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.IntStream;

/** Brings a take's clips into sync by what is heard and seen; lenses of one file share its clock. */
public final class TakeSync {
    private final Sounds sounds;
    private final PictureTracks pictures;

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
        Map<Integer, Double> locked = new HashMap<>();
        for (int i = 0; i < sources.size(); i++) {
            ClipRef ref = sources.get(i).clip().ref();
            if (request.locked().contains(ref.slot())) {
                locked.put(i, ref.offsetSeconds());
            }
        }
        return OffsetFinder.find(
                new ReadTracks(sources, request), request.clues(), locked, SyncSettings.defaults(), run);
    }

    /** The clips' tracks, read from their files. */
    private final class ReadTracks implements ClipTracks {
        private final List<Source> sources;
        private final SyncRequest request;

        ReadTracks(List<Source> sources, SyncRequest request) {
            this.sources = sources;
            this.request = request;
        }

        @Override
        public int clips() {
            return sources.size();
        }

        @Override
        public List<Optional<SoundTrack>> sounds(Run run) {
            return read(run, (source, part) -> sounds.of(source.clip(), part), SoundTrack::between);
        }

        @Override
        public List<Optional<PictureTrack>> pictures(Run run) {
            return read(
                    run,
                    (source, part) -> Optional.of(pictures.of(source.clip(), source.lens(), part)),
                    PictureTrack::between);
        }

        private <T> List<Optional<T>> read(Run run, BiFunction<Source, Run, Optional<T>> reader, Cutter<T> cutter) {
            return inTurn(
                    sources,
                    run,
                    (source, part) -> reader.apply(source, part)
                            .map(track -> window(source.clip())
                                    .map(window -> cutter.between(track, window.from(), window.to()))
                                    .orElse(track)));
        }

        /** Where in the clip's own time is looked. */
        private Optional<TimeSpan> window(TakeClip clip) {
            return request.window()
                    .map(window -> new TimeSpan(
                            clip.ref().clipTime(window.from()), clip.ref().clipTime(window.to())));
        }
    }

    /** What is read of each of some files, each in its part of the progress. */
    private static <F, T> List<T> inTurn(List<F> files, Run run, BiFunction<F, Run, T> reader) {
        List<T> read = new ArrayList<>();
        double each = 1.0 / files.size();
        for (int i = 0; i < files.size(); i++) {
            read.add(reader.apply(files.get(i), run.part(i * each, (i + 1) * each)));
        }
        return read;
    }

    /** Cuts a stretch of clip time out of a track. */
    @FunctionalInterface
    private interface Cutter<T> {
        T between(T track, double from, double to);
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
        List<ClipRef> placed = recipe.clips().stream()
                .map(clip -> {
                    int file = order.indexOf(clip.sha256());
                    boolean stays = result.unplaced().contains(file)
                            || request.locked()
                                    .contains(sources.get(file).clip().ref().slot());
                    return stays
                            ? clip
                            : clip.withPlace(rounded(result.offsets()[file]), rounded(result.driftPpm()[file]));
                })
                .toList();
        double moved = placed.get(0).offsetSeconds() - recipe.clips().get(0).offsetSeconds();
        return recipe.withClips(
                placed,
                new Sync(
                        Sync.Source.MEASURED,
                        Optional.of(summary(sources, result)),
                        request.locked(),
                        recipe.sync().recording().map(recording -> recording.movedBy(moved))));
    }

    /**
     * Places a recording by what it shares with the lenses' sound; these stay where they are.
     *
     * @param run progress; cancelling throws
     * @return at the take's beginning and unsettled where it shares nothing
     */
    public SoundRecording place(Sounding recording, Take take, Run run) {
        Map<String, Sounding> files = new LinkedHashMap<>();
        take.clips().forEach(clip -> clip.sounding().ifPresent(sound -> files.putIfAbsent(sound.sha256(), sound)));
        List<Sounding> all = new ArrayList<>(files.values());
        all.add(recording);
        Map<Integer, Double> locked = new HashMap<>();
        for (int i = 0; i < all.size() - 1; i++) {
            locked.put(i, all.get(i).offsetSeconds());
        }
        int last = all.size() - 1;
        SyncResult result = OffsetFinder.find(new Heard(all), Set.of(Clue.SOUND), locked, SyncSettings.defaults(), run);
        boolean placed = last > 0 && !result.unplaced().contains(last);
        return new SoundRecording(
                recording.name(),
                recording.sha256(),
                placed ? rounded(result.offsets()[last]) : take.commonSpan().from(),
                placed ? rounded(result.driftPpm()[last] + all.get(0).driftPpm()) : 0,
                Optional.of(placed ? result.judgement().verdict() : Verdict.UNSETTLED));
    }

    /** Files of which the sound alone is looked at. */
    private final class Heard implements ClipTracks {
        private final List<Sounding> files;

        Heard(List<Sounding> files) {
            this.files = files;
        }

        @Override
        public int clips() {
            return files.size();
        }

        @Override
        public List<Optional<SoundTrack>> sounds(Run run) {
            return inTurn(files, run, (file, part) -> Optional.of(sounds.of(file, part)));
        }

        @Override
        public List<Optional<PictureTrack>> pictures(Run run) {
            return files.stream().map(file -> Optional.<PictureTrack>empty()).toList();
        }
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
                result.judgement().verdict(),
                result.judgement().reasons(),
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
