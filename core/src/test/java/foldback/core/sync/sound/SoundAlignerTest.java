package foldback.core.sync.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sound.SoundTrack;
import foldback.core.sync.OffsetGraph;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.SyncSettings;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Sounds cut from one long noise at known places, so that the truth is exact to a part of a sample. */
class SoundAlignerTest {
    private static final int RATE = 16000;

    /** A common sound of 40 s at 16 times the rate, so that it can be cut between samples. */
    private static final float[] COMMON = common(40, 3);

    private static float[] common(double seconds, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        float[] noise = new float[(int) (seconds * RATE)];
        double state = 0;
        for (int i = 0; i < noise.length; i++) {
            double loud = random.nextInt(4000) == 0 ? 30 : 1;
            state += 0.5 * (random.nextGaussian() * loud - state);
            noise[i] = (float) (700 * state);
        }
        return noise;
    }

    /** A clip from a time of the common sound, with noise of its own, by band-limited interpolation. */
    private static Optional<SoundTrack> clip(float[] common, double from, double seconds, double own, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        short[] samples = new short[(int) (seconds * RATE)];
        for (int i = 0; i < samples.length; i++) {
            double at = from * RATE + i;
            int whole = (int) Math.floor(at);
            double part = at - whole;
            double value = 0;
            for (int k = -8; k <= 8; k++) {
                int n = whole + k;
                double x = k - part;
                double sinc = Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
                double window = Math.abs(x) > 8.5 ? 0 : Math.pow(Math.cos(Math.PI * x / 17), 2);
                value += n >= 0 && n < common.length ? common[n] * sinc * window : 0;
            }
            samples[i] = (short) Math.max(-32768, Math.min(32767, Math.round(value + own * random.nextGaussian())));
        }
        return Optional.of(new SoundTrack(samples, RATE, 0));
    }

    private static SyncResult align(List<Optional<SoundTrack>> tracks) {
        SyncSettings settings = SyncSettings.defaults();
        return OffsetGraph.settle(
                tracks.size(), Set.of(Clue.SOUND), SoundAligner.compare(tracks, settings, Run.QUIET), settings);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.00003125, 0.4, 7.123456, 19.9})
    void findsTheOffsetOfTwoClips(double start) {
        SyncResult result = align(List.of(clip(COMMON, 0, 25, 300, 1), clip(COMMON, start, 20, 300, 2)));
        assertThat(result.offsets()[1]).isCloseTo(start, within(0.0001));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
        assertThat(result.unplaced()).isEmpty();
    }

    /** Takes of some minutes are searched in half the band; music that comes round must still be told. */
    @Test
    void findsTheOffsetOfLongClips() {
        float[] common = common(260, 4);
        SyncResult result = align(List.of(clip(common, 0, 210, 600, 1), clip(common, 41.5, 200, 600, 2)));
        assertThat(result.offsets()[1]).isCloseTo(41.5, within(0.0001));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
        float[] bars = common(8, 5);
        float[] music = new float[260 * RATE];
        for (int i = 0; i < music.length; i++) {
            music[i] = bars[i % (4 * RATE)];
        }
        SyncResult round = align(List.of(clip(music, 0, 210, 100, 1), clip(music, 41.5, 200, 100, 2)));
        assertThat(round.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void theFirstClipMayBeginLater() {
        SyncResult result = align(List.of(clip(COMMON, 9.5, 12, 300, 1), clip(COMMON, 2.25, 30, 300, 2)));
        assertThat(result.offsets()[1]).isCloseTo(-7.25, within(0.0001));
    }

    @Test
    void countsFromTheClipsFirstFrame() {
        SoundTrack late = clip(COMMON, 5, 20, 300, 2).orElseThrow();
        SoundTrack shifted = new SoundTrack(late.samples(), RATE, 0.25);
        SyncResult result = align(List.of(clip(COMMON, 0, 20, 300, 1), Optional.of(shifted)));
        assertThat(result.offsets()[1]).isCloseTo(4.75, within(0.0001));
    }

    @Test
    void sixClipsCloseTheirLoops() {
        double[] starts = {3, 0, 5.5, 8.0625, 1.75, 10.1};
        List<Optional<SoundTrack>> tracks = new ArrayList<>();
        for (int i = 0; i < starts.length; i++) {
            tracks.add(clip(COMMON, starts[i], 18 + i, 700, i));
        }
        SyncResult result = align(tracks);
        for (int i = 0; i < starts.length; i++) {
            assertThat(result.offsets()[i]).isCloseTo(starts[i] - starts[0], within(0.0002));
        }
        assertThat(result.pairs()).hasSize(15);
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
        assertThat(result.residualSeconds()).isLessThan(0.0005);
    }

    @Test
    void strangersAreNotPlaced() {
        float[] elsewhere = common(40, 4);
        SyncResult two = align(List.of(clip(COMMON, 0, 20, 300, 1), clip(elsewhere, 0, 20, 300, 2)));
        assertThat(two.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(two.unplaced()).containsExactly(1);
        SyncResult three = align(
                List.of(clip(COMMON, 0, 20, 300, 1), clip(elsewhere, 0, 20, 300, 2), clip(COMMON, 3, 20, 300, 3)));
        assertThat(three.unplaced()).containsExactly(1);
        assertThat(three.offsets()[2]).isCloseTo(3, within(0.0001));
        assertThat(three.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(three.judgement().reason()).contains("has no sound in common");
    }

    @Test
    void aClipWithoutSoundIsNotPlaced() {
        SyncResult result = align(List.of(clip(COMMON, 0, 10, 300, 1), Optional.empty(), clip(COMMON, 1, 10, 300, 2)));
        assertThat(result.unplaced()).containsExactly(1);
        assertThat(result.offsets()[2]).isCloseTo(1, within(0.0001));
        assertThat(align(List.of(Optional.empty(), Optional.empty()))
                        .judgement()
                        .reason())
                .contains("No two clips share a second of sound");
    }

    @Test
    void silenceAndScrapsAreNotPlaced() {
        Optional<SoundTrack> silent = Optional.of(new SoundTrack(new short[10 * RATE], RATE, 0));
        assertThat(align(List.of(silent, clip(COMMON, 0, 10, 300, 1))).unplaced())
                .containsExactly(1);
        Optional<SoundTrack> scrap = Optional.of(new SoundTrack(new short[10], RATE, 0));
        assertThat(align(List.of(scrap, clip(COMMON, 0, 10, 300, 1))).unplaced())
                .containsExactly(1);
        Optional<SoundTrack> none = Optional.of(new SoundTrack(new short[0], RATE, 0));
        assertThat(align(List.of(none, none)).judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void anOverlapShorterThanAWindowIsNotSure() {
        for (double seconds : new double[] {0.2, 1.0, 1.01, 1.03, 1.5}) {
            SyncResult result = align(List.of(clip(COMMON, 0, 10, 300, 1), clip(COMMON, 10 - seconds, 9, 300, 2)));
            if (result.judgement().verdict() == Verdict.SURE) {
                assertThat(result.offsets()[1]).isCloseTo(10 - seconds, within(0.0005));
            }
        }
    }

    @Test
    void oneBangThatFitsAnotherIsNotSure() {
        // Two places with a loud burst each and hiss of their own: the bursts alone would fit at one lag.
        for (int seed = 0; seed < 6; seed++) {
            SyncResult result = align(List.of(bang(100 + seed, 4), bang(200 + seed, 9)));
            assertThat(result.judgement().verdict()).isNotEqualTo(Verdict.SURE);
        }
    }

    private static Optional<SoundTrack> bang(long seed, double at) {
        SplittableRandom random = new SplittableRandom(seed * 7_654_321);
        short[] samples = new short[15 * RATE];
        for (int i = 0; i < samples.length; i++) {
            double since = (double) i / RATE - at;
            double loud = 150 + (since > 0 ? 9000 * Math.exp(-since / 0.006) : 0);
            samples[i] = (short) Math.max(-32768, Math.min(32767, loud * random.nextGaussian()));
        }
        return Optional.of(new SoundTrack(samples, RATE, 0));
    }

    @Test
    void whatRepeatsExactlyIsNeverSure() {
        // Two seconds over and over: every multiple of two seconds fits.
        float[] loop = new float[COMMON.length];
        for (int i = 0; i < loop.length; i++) {
            loop[i] = COMMON[i % (2 * RATE)];
        }
        SyncResult result = align(List.of(clip(loop, 0, 20, 100, 1), clip(loop, 5, 20, 100, 2)));
        assertThat(result.judgement().verdict()).isNotEqualTo(Verdict.SURE);
    }

    /** The second clip's second is longer by 40 ppm: in two minutes it falls behind by nearly five milliseconds. */
    @Test
    void findsTheDriftOfAClock() {
        float[] common = common(130, 8);
        short[] slow = new short[110 * RATE];
        for (int i = 0; i < slow.length; i++) {
            double at = (9.5 + (double) i / RATE * (1 + 40e-6)) * RATE;
            int whole = (int) at;
            slow[i] = (short) Math.round(common[whole] + (at - whole) * (common[whole + 1] - common[whole]));
        }
        SyncResult result = align(List.of(clip(common, 0, 125, 300, 1), Optional.of(new SoundTrack(slow, RATE, 0))));
        assertThat(result.offsets()[1]).isCloseTo(9.5, within(0.0001));
        assertThat(result.driftPpm()[1]).isCloseTo(40, within(0.5));
        assertThat(result.driftSigmaPpm()[1]).isLessThan(1);
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
    }

    @Test
    void oneClockShowsNoDrift() {
        SyncResult result = align(List.of(clip(COMMON, 0, 38, 300, 1), clip(COMMON, 2, 36, 300, 2)));
        assertThat(result.driftPpm()[1]).isZero();
    }

    @Test
    void aWeakClapInOwnNoiseIsFound() {
        float[] claps = new float[24 * RATE];
        for (double at : new double[] {5.2, 9.7, 16.1}) {
            SplittableRandom random = new SplittableRandom((long) (at * 10));
            for (int i = 0; i < RATE / 20; i++) {
                claps[(int) (at * RATE) + i] += (float) (3000 * Math.exp(-i / 90.0) * random.nextGaussian());
            }
        }
        SyncResult result = align(List.of(clip(claps, 0, 20, 250, 1), clip(claps, 3.3, 19, 250, 2)));
        assertThat(result.offsets()[1]).isCloseTo(3.3, within(0.0005));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
    }

    @Test
    void canBeCancelled() {
        Run cancelled = new Run(share -> {}, () -> true);
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> SoundAligner.compare(
                        List.of(clip(COMMON, 0, 5, 300, 1), clip(COMMON, 1, 5, 300, 2)),
                        SyncSettings.defaults(),
                        cancelled))
                .isInstanceOf(CancellationException.class);
    }
}
