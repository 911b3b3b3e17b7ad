package foldback.gauge;

import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.SoundAligner;
import foldback.core.sync.SyncResult;
import foldback.core.sync.SyncSettings;
import foldback.engine.sync.Sounds;
import foldback.media.sound.SoundReader;
import foldback.sim.film.SoundScape;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import java.util.stream.IntStream;

/**
 * Sync on simulated takes: two to four recorders in wind, one of them muffled, sometimes claps, sometimes only steps and
 * water; in every fourth trial one recorder stands elsewhere. The sound's truth is the start less the way of the sound.
 */
final class SyncTrials {
    static final int TRIALS = 200;
    private static final double SPEED_OF_SOUND = 343;
    private static final double SURE_ERROR = 0.002;
    /** A third of a frame at 25 frames a second: a sure result beyond is a false one. */
    private static final double FALSE_ERROR = 1 / 75.0;

    private SyncTrials() {}

    private record Outcome(boolean stranger, Verdict verdict, double error, boolean strangerPlaced) {}

    /** The figures, and a line for each trial that missed something. */
    static List<Figure> measure(Consumer<String> news) throws IOException {
        Path folder = Files.createTempDirectory("foldback-sync");
        List<Outcome> outcomes = IntStream.range(0, TRIALS)
                .mapToObj(n -> trial(n, folder.resolve("sound.wav"), news))
                .toList();
        Files.deleteIfExists(folder.resolve("sound.wav"));
        Files.deleteIfExists(folder);
        List<Outcome> solvable = outcomes.stream().filter(o -> !o.stranger()).toList();
        List<Outcome> sure =
                outcomes.stream().filter(o -> o.verdict() == Verdict.SURE).toList();
        double worst = sure.stream().mapToDouble(Outcome::error).max().orElse(0);
        long falseSures = sure.stream()
                .filter(o -> o.stranger() || o.error() > FALSE_ERROR)
                .count();
        double share = 100.0
                * solvable.stream().filter(o -> o.verdict() == Verdict.SURE).count()
                / solvable.size();
        long strangers = outcomes.size() - solvable.size();
        long placed = outcomes.stream().filter(Outcome::strangerPlaced).count();
        news.accept(String.format(
                Locale.ROOT, "%d trials, %d with a stranger; strangers placed: %d", TRIALS, strangers, placed));
        return List.of(
                new Figure(
                        "sync: largest error of a sure trial",
                        1000 * worst,
                        "ms",
                        Figure.Bar.AT_MOST,
                        1000 * SURE_ERROR),
                new Figure("sync: sure of the solvable trials", share, "%", Figure.Bar.AT_LEAST, 90),
                new Figure("sync: false sures", falseSures, "", Figure.Bar.AT_MOST, 0));
    }

    private static Outcome trial(int number, Path file, Consumer<String> news) {
        SplittableRandom random = new SplittableRandom(7000 + number);
        boolean stranger = number % 4 == 3;
        int recorders = 2 + random.nextInt(3);
        double spread = 20 * random.nextDouble();
        int claps = random.nextDouble() < 0.6 ? 1 + random.nextInt(3) : 0;
        double common = spread + 6 + 14 * random.nextDouble();
        Double[] at = new Double[claps];
        for (int i = 0; i < claps; i++) {
            at[i] = spread + 0.5 + (common - spread - 1) * random.nextDouble();
        }
        double wind = 0.05 + 0.25 * random.nextDouble();
        SoundScape here = new SoundScape(List.of(at), 0.5, 0.05, 0.018, wind, number);
        SoundScape elsewhere =
                new SoundScape(List.of(at.length > 0 ? at[0] + 0.7 : 1.0), 0.5, 0.05, 0.018, wind, 90000 + number);
        int muffled = random.nextInt(recorders);
        List<Optional<SoundTrack>> tracks = new ArrayList<>();
        double[] truth = new double[recorders];
        for (int i = 0; i < recorders; i++) {
            double start = spread * random.nextDouble();
            double end = common + random.nextDouble();
            double distance = 0.5 + 3 * random.nextDouble();
            truth[i] = start - distance / SPEED_OF_SOUND;
            boolean away = stranger && i == recorders - 1;
            short[] samples = (away ? elsewhere : here)
                    .record(
                            start,
                            end - start,
                            distance,
                            i == muffled ? 0.6 + 0.3 * random.nextDouble() : 0,
                            number * 10L + i);
            tracks.add(Optional.of(decoded(samples, file)));
        }
        SyncResult result = SoundAligner.align(tracks, SyncSettings.defaults(), Run.QUIET);
        double error = 0;
        for (int i = 1; i < recorders - (stranger ? 1 : 0); i++) {
            if (!result.unplaced().contains(i)) {
                error = Math.max(error, Math.abs(result.offsets()[i] - (truth[i] - truth[0])));
            }
        }
        Verdict verdict = result.evidence().verdict();
        if (stranger == (verdict == Verdict.SURE) || verdict == Verdict.SURE && error > SURE_ERROR) {
            news.accept(String.format(
                    Locale.ROOT,
                    "trial %d: %d recorders%s, %d claps, wind %.2f: %s, error %.2f ms; %s; %s",
                    number,
                    recorders,
                    stranger ? ", one elsewhere" : "",
                    claps,
                    wind,
                    verdict.word(),
                    1000 * error,
                    result.evidence().reason(),
                    result.pairs()));
        }
        boolean strangerPlaced = stranger && !result.unplaced().contains(recorders - 1) && recorders > 2;
        return new Outcome(stranger, verdict, error, strangerPlaced);
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
        return new SoundTrack(read, Sounds.RATE, 0);
    }
}
