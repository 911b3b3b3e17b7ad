package foldback.core.sync.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.motion.PictureTrack;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.SyncSettings;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Turns in closed form, seen by lenses that look different ways. */
class MotionAlignerTest {
    private static final Rotation LOOKS_BACK = Rotation.ofYawPitchRoll(Math.PI, 0.2, 1.3);
    private static final double NOISE = 0.01;

    private static PairEvidence best(PictureTrack a, PictureTrack b) {
        return MotionAligner.compare(List.of(Optional.of(a), Optional.of(b)), SyncSettings.defaults(), Run.QUIET)
                .get(0)
                .get(0);
    }

    @Test
    void findsTheLagWhicheverWayTheLensesLook() {
        Swings swings = new Swings(0.5, 6, 1);
        PairEvidence found = best(
                swings.track(Rotation.IDENTITY, 3.0, 15, 25, NOISE, 2),
                swings.track(LOOKS_BACK, 5.513, 14, 25, NOISE, 3));
        assertThat(found.belief()).isEqualTo(Belief.FIRM);
        // An event is later in the clip that began first.
        assertThat(found.lag().lagSeconds()).isCloseTo(2.513, within(0.02 / 25));
        assertThat(found.share()).isGreaterThan(0.8);
    }

    @Test
    void framesNeedNotComeAtOneRate() {
        Swings swings = new Swings(0.5, 5, 4);
        PairEvidence found = best(
                swings.track(Rotation.IDENTITY, 0, 15, 50, NOISE, 5),
                swings.track(LOOKS_BACK, 1.2345, 12, 29.97, NOISE, 6));
        assertThat(found.belief()).isEqualTo(Belief.FIRM);
        assertThat(found.lag().lagSeconds()).isCloseTo(1.2345, within(0.1 / 50));
    }

    @Test
    void anotherRigIsNotBelieved() {
        PairEvidence found = best(
                new Swings(0.5, 6, 7).track(Rotation.IDENTITY, 0, 20, 25, NOISE, 8),
                new Swings(0.5, 6, 9).track(LOOKS_BACK, 0, 20, 25, NOISE, 10));
        assertThat(found.belief()).isEqualTo(Belief.NONE);
    }

    @Test
    void aSwingThatRepeatsItselfIsNotBelieved() {
        // All frequencies are one: it comes round every half second.
        Swings swings = new Swings(2, 2, 11);
        PairEvidence found = best(
                swings.track(Rotation.IDENTITY, 0, 20, 25, NOISE, 12),
                swings.track(LOOKS_BACK, 2.2, 18, 25, NOISE, 13));
        assertThat(found.belief()).isEqualTo(Belief.NONE);
        assertThat(found.rival()).isGreaterThan(0.7);
    }

    @Test
    void aClockThatDriftsIsSeenOverMinutes() {
        Swings swings = new Swings(0.5, 5, 14);
        PictureTrack a = swings.track(Rotation.IDENTITY, 0, 300, 25, NOISE, 15);
        PictureTrack b = swings.track(LOOKS_BACK, 4, 290, 25, NOISE, 16);
        double[] slow = b.times().clone();
        for (int i = 0; i < slow.length; i++) {
            slow[i] *= 1 + 80e-6;
        }
        PairEvidence found = best(a, new PictureTrack(slow, b.turns(), b.light(), b.noise()));
        assertThat(found.belief()).isEqualTo(Belief.FIRM);
        // The second's clock runs ahead, so the lag shrinks.
        assertThat(found.lag().slope()).isCloseTo(-80e-6, within(3 * found.lag().slopeSigma() + 1e-6));
    }

    @Test
    void aStillRigAndAShortClipGiveNothing() {
        Swings swings = new Swings(0.5, 6, 17);
        PictureTrack still = new PictureTrack(new double[] {0, 1, 2, 3}, new float[3][3], new float[4], 0);
        PictureTrack shortClip = swings.track(Rotation.IDENTITY, 0, 0.5, 25, NOISE, 18);
        PictureTrack other = swings.track(LOOKS_BACK, 0, 10, 25, NOISE, 19);
        List<List<PairEvidence>> found = MotionAligner.compare(
                List.of(Optional.of(still), Optional.of(shortClip), Optional.of(other), Optional.empty()),
                SyncSettings.defaults(),
                Run.QUIET);
        assertThat(found).allSatisfy(pair -> assertThat(pair.get(0).belief()).isEqualTo(Belief.NONE));
    }

    @Test
    void aPartKeepsTheClipsTime() {
        Swings swings = new Swings(0.5, 6, 20);
        PictureTrack whole = swings.track(Rotation.IDENTITY, 0, 30, 25, NOISE, 21);
        PairEvidence found = best(whole.between(10, 22), swings.track(LOOKS_BACK, 8.5, 20, 25, NOISE, 22));
        assertThat(found.lag().lagSeconds()).isCloseTo(8.5, within(0.02 / 25));
    }
}
