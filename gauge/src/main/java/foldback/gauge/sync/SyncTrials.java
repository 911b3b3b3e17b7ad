package foldback.gauge.sync;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.OffsetFinder;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.SyncSettings;
import foldback.engine.sync.Sounds;
import foldback.gauge.Figure;
import foldback.media.sound.SoundReader;
import foldback.sim.motion.CubeSphere;
import foldback.sim.sound.Microphone;
import foldback.sim.sound.SoundScape;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** Sync by sound, and by motion where a lens is silent, on simulated takes of every kind of {@link SyncScene}, thirty of each and 45 with a stranger. */
public final class SyncTrials {
    private static final int EACH = 30;
    private static final int STRANGERS = 45;

    /** A third of a frame at 25 frames a second: a sure result beyond is a false one. */
    private static final double FALSE_ERROR = 1 / 75.0;

    private SyncTrials() {}

    private record Outcome(
            SyncScene.Kind kind,
            Verdict verdict,
            double soundError,
            double pictureError,
            double driftError,
            double seconds) {}

    /** The figures; a line for each kind, and for each trial that missed something. */
    public static List<Figure> measure(Consumer<String> news) throws IOException {
        Path folder = Files.createTempDirectory("foldback-sync");
        CubeSphere sphere = MotionTrials.sphere();
        List<Outcome> outcomes = new ArrayList<>();
        for (SyncScene.Kind kind : SyncScene.Kind.values()) {
            List<Outcome> own = IntStream.range(0, kind == SyncScene.Kind.STRANGER ? STRANGERS : EACH)
                    .parallel()
                    .mapToObj(n -> trial(
                            SyncScene.make(kind, n + EACH * kind.ordinal()),
                            n,
                            folder.resolve(n + ".wav"),
                            sphere,
                            news))
                    .toList();
            outcomes.addAll(own);
            news.accept(line(kind, own));
        }
        Files.deleteIfExists(folder);
        return figures(outcomes);
    }

    private static String line(SyncScene.Kind kind, List<Outcome> own) {
        return String.format(
                Locale.ROOT,
                "%s: %d sure, %d check, %d unsettled; to the sound 95%% %.2f ms, worst %.2f ms; to the picture worst %.2f ms; drift worst %.2f ppm",
                kind,
                count(own, Verdict.SURE),
                count(own, Verdict.CHECK),
                count(own, Verdict.UNSETTLED),
                1000 * percentile(own.stream().mapToDouble(Outcome::soundError), 0.95),
                1000 * percentile(own.stream().mapToDouble(Outcome::soundError), 1),
                1000 * percentile(own.stream().mapToDouble(Outcome::pictureError), 1),
                percentile(own.stream().mapToDouble(Outcome::driftError), 1));
    }

    private static long count(List<Outcome> outcomes, Verdict verdict) {
        return outcomes.stream().filter(o -> o.verdict() == verdict).count();
    }

    private static double percentile(DoubleStream values, double share) {
        double[] sorted = values.filter(v -> !Double.isNaN(v)).sorted().toArray();
        return sorted.length == 0 ? 0 : sorted[(int) Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
    }

    private static List<Figure> figures(List<Outcome> outcomes) {
        List<Outcome> solvable =
                outcomes.stream().filter(o -> o.kind().solvable).toList();
        List<Outcome> plain =
                solvable.stream().filter(o -> o.kind() != SyncScene.Kind.WIND).toList();
        List<Outcome> wind =
                outcomes.stream().filter(o -> o.kind() == SyncScene.Kind.WIND).toList();
        long falseSures = outcomes.stream()
                .filter(o -> o.verdict() == Verdict.SURE)
                .filter(o -> !o.kind().solvable || o.soundError() > FALSE_ERROR)
                .count();
        double refused = 100.0 * count(solvable, Verdict.UNSETTLED) / solvable.size();
        return List.of(
                atMost(
                        "sync: error to the sound, 95%, all but wind",
                        1000 * percentile(plain.stream().mapToDouble(Outcome::soundError), 0.95), "ms", 0.5),
                atMost(
                        "sync: error to the sound, 95%, wind only",
                        1000 * percentile(wind.stream().mapToDouble(Outcome::soundError), 0.95), "ms", 5),
                atMost(
                        "sync: error to the picture, 95%",
                        1000 * percentile(solvable.stream().mapToDouble(Outcome::pictureError), 0.95), "ms", 3),
                atMost(
                        "sync: error of the drift over ten minutes",
                        percentile(
                                outcomes.stream()
                                        .filter(o -> o.seconds() >= 600)
                                        .mapToDouble(Outcome::driftError),
                                1),
                        "ppm",
                        1),
                atMost("sync: false sures", falseSures, "", 0),
                atMost("sync: unsettled of the solvable", refused, "%", 3),
                new Figure(
                        "sync: sure of the solvable",
                        100.0 * count(solvable, Verdict.SURE) / solvable.size(),
                        "%",
                        Figure.Bar.AT_LEAST,
                        90));
    }

    private static Figure atMost(String name, double value, String unit, double bar) {
        return new Figure(name, value, unit, Figure.Bar.AT_MOST, bar);
    }

    private static List<Optional<PictureTrack>> pictures(SyncScene scene, int number, CubeSphere sphere) {
        double[] starts =
                scene.microphones().stream().mapToDouble(Microphone::start).toArray();
        double[] seconds =
                scene.microphones().stream().mapToDouble(Microphone::seconds).toArray();
        MotionScene carried = MotionScene.carried(starts, seconds, 5000 + number);
        List<Optional<PictureTrack>> tracks = new ArrayList<>();
        for (int i = 0; i < starts.length; i++) {
            tracks.add(Optional.of(carried.track(i, sphere)));
        }
        return tracks;
    }

    private static Outcome trial(SyncScene scene, int number, Path file, CubeSphere sphere, Consumer<String> news) {
        List<Optional<SoundTrack>> tracks = new ArrayList<>();
        for (int i = 0; i < scene.microphones().size(); i++) {
            tracks.add(i == scene.silent() ? Optional.empty() : Optional.of(decoded(scene.recorded(i), file)));
        }
        // Where nobody hears a clip the pictures must tell.
        Set<Clue> clues = scene.silent() < 0 ? Set.of(Clue.SOUND) : Set.of(Clue.SOUND, Clue.MOTION);
        SyncResult result = OffsetFinder.find(
                new ReadyTracks(tracks.size(), () -> tracks, () -> pictures(scene, number, sphere)),
                clues,
                Map.of(),
                SyncSettings.defaults(),
                Run.QUIET);
        double sound = 0;
        double picture = 0;
        double drift = 0;
        for (int i = 1; i < scene.microphones().size(); i++) {
            if (i != scene.stranger() && !result.unplaced().contains(i)) {
                double offset = result.offsets()[i];
                sound = i == scene.silent() ? sound : Math.max(sound, Math.abs(offset - scene.soundOffset(i)));
                picture = Math.max(picture, Math.abs(offset - scene.pictureOffset(i)));
                drift = Math.max(drift, Math.abs(result.driftPpm()[i] - scene.driftPpm(i)));
            }
        }
        Verdict verdict = result.judgement().verdict();
        Outcome outcome = new Outcome(
                scene.kind(),
                verdict,
                sound,
                picture,
                drift,
                scene.microphones().get(0).seconds());
        boolean missed = scene.kind().solvable ? verdict != Verdict.SURE || sound > 0.0005 : verdict == Verdict.SURE;
        if (missed) {
            news.accept(String.format(
                    Locale.ROOT,
                    "  %s %d: %d recorders, %s, error %.2f ms; %s; %s",
                    scene.kind(),
                    number,
                    scene.microphones().size(),
                    verdict.word(),
                    1000 * sound,
                    result.judgement().reason(),
                    result.pairs()));
        }
        return outcome;
    }

    /** The sound as the application reads it. */
    private static SoundTrack decoded(short[] samples, Path file) {
        try {
            Files.write(file, SoundScape.wave(samples));
        } catch (IOException failed) {
            throw new java.io.UncheckedIOException(failed);
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        SoundReader.read(file, 0, Sounds.RATE, (double) samples.length / SoundScape.RATE, bytes, Run.QUIET);
        short[] read = new short[bytes.size() / 2];
        ByteBuffer.wrap(bytes.toByteArray())
                .order(ByteOrder.LITTLE_ENDIAN)
                .asShortBuffer()
                .get(read);
        file.toFile().delete();
        return new SoundTrack(read, Sounds.RATE, 0);
    }
}
