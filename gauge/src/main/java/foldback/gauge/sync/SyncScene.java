package foldback.gauge.sync;

import foldback.sim.sound.Claps;
import foldback.sim.sound.Drops;
import foldback.sim.sound.Microphone;
import foldback.sim.sound.Music;
import foldback.sim.sound.SoundScape;
import foldback.sim.sound.Source;
import foldback.sim.sound.Speech;
import foldback.sim.sound.Steps;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/**
 * A simulated take for the measure of sync: what sounds, and who records it.
 *
 * @param microphones of the recorders, on one rig within 0.3 m of each other; the first is always a good one
 * @param stranger number of the recorder that stands elsewhere, or -1
 * @param silent number of the recorder that records nothing, or -1
 */
record SyncScene(
        Kind kind, SoundScape sounds, SoundScape elsewhere, List<Microphone> microphones, int stranger, int silent) {

    /** What is hard about it. */
    enum Kind {
        CLAP(true),
        WEAK_CLAP(true),
        SPEECH(true),
        /** Only drops and steps in steady wind. */
        WIND(true),
        MUSIC(true),
        /** Music that repeats exactly: which round is which cannot be told. */
        LOOP(false),
        MUFFLED(true),
        /** One lens records nothing; the rig is carried, and its pictures tell. */
        SILENT(true),
        STRANGER(false),
        /** Started up to three minutes apart. */
        FAR(true),
        /** Clocks up to 40 ppm apart, one to ten minutes long. */
        DRIFT(true);

        /** Whether sound, and motion where a lens is silent, can place every clip. */
        final boolean solvable;

        Kind(boolean solvable) {
            this.solvable = solvable;
        }
    }

    static SyncScene make(Kind kind, int number) {
        SplittableRandom random = new SplittableRandom(7000 + 131L * number);
        int recorders = 2 + random.nextInt(3);
        boolean third = kind == Kind.SILENT || kind == Kind.STRANGER;
        recorders = third ? Math.max(3, recorders) : recorders;
        double spread = (kind == Kind.FAR ? 180 : 20) * random.nextDouble();
        double shared = kind == Kind.DRIFT
                ? (number % 3 == 0 ? 600 : 60 + 120 * random.nextDouble())
                : 6 + 14 * random.nextDouble();
        double end = spread + shared;
        double wind = kind == Kind.WIND ? 0.3 : 0.05 + 0.25 * random.nextDouble();
        List<Source> here = sources(kind, number, spread, end, random);
        List<Source> there = sources(Kind.CLAP, 90000 + number, spread, end, random);
        int odd = recorders - 1;
        double distance = 0.8 + 3 * random.nextDouble();
        List<Microphone> microphones = new ArrayList<>();
        for (int i = 0; i < recorders; i++) {
            double start = spread * random.nextDouble();
            boolean muffled = kind == Kind.MUFFLED && i == odd;
            microphones.add(new Microphone(
                    start,
                    end - start + random.nextDouble(),
                    distance + 0.3 * random.nextDouble(),
                    muffled ? 0.6 + 0.3 * random.nextDouble() : 0,
                    kind == Kind.DRIFT ? 80 * random.nextDouble() - 40 : 0,
                    wind,
                    random.nextInt(5) == 0 ? 4 : 0.5 + random.nextDouble(),
                    number * 10L + i));
        }
        return new SyncScene(
                kind,
                new SoundScape(here),
                new SoundScape(there),
                microphones,
                kind == Kind.STRANGER ? odd : -1,
                kind == Kind.SILENT ? odd : -1);
    }

    private static List<Source> sources(Kind kind, long place, double from, double to, SplittableRandom random) {
        Source steps = new Steps(0.05, place);
        Source water = new Drops(0.018, place);
        return switch (kind) {
            case CLAP, FAR, STRANGER, SILENT -> List.of(claps(0.5, place, from, to, random), steps, water);
            case WEAK_CLAP ->
                List.of(
                        claps(0.08 + 0.08 * random.nextDouble(), place, from, to, random),
                        new Steps(0.015, place),
                        new Drops(0.006, place));
            case SPEECH -> List.of(new Speech(0.15 + 0.15 * random.nextDouble(), place), new Drops(0.004, place));
            case WIND -> List.of(steps, water);
            case MUSIC ->
                List.of(
                        new Music(0.25, 0.06 + 0.06 * random.nextDouble(), 90 + 50 * random.nextDouble(), place),
                        new Steps(0.02, place));
            case LOOP -> List.of(new Music(0.25, 0, 90 + 50 * random.nextDouble(), place));
            case MUFFLED ->
                random.nextBoolean()
                        ? List.of(claps(0.5, place, from, to, random), steps, water)
                        : List.of(new Speech(0.25, place), water);
            case DRIFT ->
                random.nextBoolean()
                        // A clap at either end, as at the end of a careful take.
                        ? List.of(new Claps(List.of(from + 2, to - 2), 0.5, place), steps, water)
                        : List.of(new Speech(0.25, place), water);
        };
    }

    private static Source claps(double level, long place, double from, double to, SplittableRandom random) {
        List<Double> times = new ArrayList<>();
        for (int i = 0; i <= random.nextInt(3); i++) {
            times.add(from + 0.5 + (to - from - 1) * random.nextDouble());
        }
        return new Claps(times, level, place);
    }

    /** What a recorder wrote. */
    short[] recorded(int microphone) {
        return (microphone == stranger ? elsewhere : sounds).record(microphones.get(microphone));
    }

    /** By how much a clip's clock drifts against the first's, parts per million. */
    double driftPpm(int clip) {
        return ((1 + microphones.get(clip).ppm() * 1e-6)
                                / (1 + microphones.get(0).ppm() * 1e-6)
                        - 1)
                * 1e6;
    }

    /** The picture's true offset, seconds of the first clip's clock. */
    double pictureOffset(int clip) {
        return (microphones.get(clip).start() - microphones.get(0).start())
                / (1 + microphones.get(0).ppm() * 1e-6);
    }

    /** The sound's: microphones that are farther away hear late. */
    double soundOffset(int clip) {
        return pictureOffset(clip)
                - (microphones.get(clip).distance() - microphones.get(0).distance()) / SoundScape.SPEED_OF_SOUND;
    }
}
