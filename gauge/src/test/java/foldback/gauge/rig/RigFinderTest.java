package foldback.gauge.rig;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.RectilinearLens;
import foldback.core.match.Moment;
import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.picture.Plane;
import foldback.core.rig.MappingError;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.sim.film.DemoRigs;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Whole solves on pictures of the simulated world. */
class RigFinderTest {
    private static final Position AMONG_THE_RAKERS = new Position(4.6, -1.55, 0.6);
    private static final Rig TRUTH = scaled(DemoRigs.amongTheRakers());
    private static List<Plane> filmed;

    private static Rig scaled(Rig rig) {
        return new Rig(
                rig.name(),
                rig.lenses().stream().map(lens -> lens.scaledTo(480, 640)).toList());
    }

    /** Lenses turned by some degrees each. */
    private static Rig off(Rig rig) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < rig.lenses().size(); i++) {
            RigLens lens = rig.lenses().get(i);
            Rotation turn = Rotation.ofVector(0.05 * Math.sin(2 * i), 0.06 * Math.cos(3 * i), 0.05 * Math.sin(5 * i));
            lenses.add(new RigLens(lens.slot(), lens.lens(), lens.rigFromLens().times(turn), lens.pupil()));
        }
        return new Rig("off", lenses);
    }

    private static RigFinder.Found solve(Rig card, List<Plane> lumas) {
        return RigFinder.fromCard(card, List.of(new Moment(lumas, 8)), SolveSettings.defaults(), Run.QUIET);
    }

    @BeforeAll
    static void film() {
        List<Sensor> sensors = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            sensors.add(new Sensor(0.1 * i - 0.3, 0.02 * i, -0.02 * i, 0.3, 1, 0));
        }
        filmed = new Studio(AMONG_THE_RAKERS, 1)
                .shoot(TRUTH, sensors, 3, PixelFormat.YUV420_8, 11).stream()
                        .map(Frame::y)
                        .toList();
    }

    private static List<Plane> inOrder(int... clips) {
        return Arrays.stream(clips).mapToObj(filmed::get).toList();
    }

    private static double errorDegrees(Rig found) {
        return Math.toDegrees(MappingError.overOverlaps(found, TRUTH).rms());
    }

    @Test
    void sixLensesAreSolvedFromACardThatIsOff() {
        Rig card = off(TRUTH);
        assertThat(errorDegrees(card)).isGreaterThan(2);
        RigFinder.Found found = solve(card, filmed);
        assertThat(errorDegrees(found.rig()))
                .as("%s, %d points", found.judgement(), found.points().size())
                .isLessThan(0.1);
        assertThat(found.judgement().verdict()).isNotEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void swappedClipsAreSaidAndPutWhereTheyBelong() {
        List<Moment> swapped = List.of(new Moment(inOrder(0, 3, 2, 1, 4, 5), 8));
        RigFinder.Found asTheyAre = RigFinder.fromCard(TRUTH, swapped, SolveSettings.defaults(), Run.QUIET);
        assertThat(asTheyAre.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(asTheyAre.judgement().reason()).contains("slot B fits the clip of D", "slot D fits the clip of B");
        RigFinder.Sorted sorted = RigFinder.anyOrder(TRUTH, swapped, SolveSettings.defaults(), Run.QUIET);
        assertThat(sorted.clips()).containsExactly(0, 3, 2, 1, 4, 5);
        assertThat(errorDegrees(sorted.found().rig())).isLessThan(0.1);
    }

    @Test
    void mixedClipsAreSolvedFromNothingButTheKindOfLens() {
        int[] mixed = {2, 5, 0, 4, 1, 3};
        RigFinder.Sorted sorted = RigFinder.fromNothing(
                TRUTH, List.of(new Moment(inOrder(mixed), 8)), SolveSettings.fromNothing(), Run.QUIET);
        // Slots go around from the first clip on, which shows slot 2.
        for (int slot = 0; slot < 6; slot++) {
            assertThat(mixed[sorted.clips()[slot]]).isEqualTo((2 + slot) % 6);
        }
        List<RigLens> turned = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            turned.add(sorted.found().rig().lenses().get((i + 4) % 6));
        }
        assertThat(errorDegrees(new Rig("in the truth's order", turned))).isLessThan(0.4);
    }

    @Test
    void aSoftLensIsNamedAndNothingIsSureThen() {
        List<Plane> lumas = new ArrayList<>(filmed);
        lumas.set(2, blurred(filmed.get(2), 7));
        RigFinder.Found found = solve(TRUTH, lumas);
        assertThat(found.judgement().verdict()).isNotEqualTo(Verdict.SURE);
        assertThat(found.judgement().reason()).contains("lens C is much softer than the others");
    }

    @Test
    void nightIsSaid() {
        RigFinder.Found found =
                solve(TRUTH, filmed.stream().map(RigFinderTest::atNight).toList());
        assertThat(found.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(found.judgement().reason()).contains("nearly black there");
    }

    @Test
    void lensesWithoutOverlapAreSaid() {
        // Back to back, and as narrow as a long lens: not even the corners meet.
        List<RigLens> apart = Stream.of(0, 3)
                .map(TRUTH.lenses()::get)
                .map(lens -> lens.withLens(new RectilinearLens(
                        lens.lens().frame(), 1.5 * lens.lens().focalPx(), 0, 0, 0, 0, 0)))
                .toList();
        RigFinder.Found found = solve(new Rig("two of six", apart), inOrder(0, 3));
        assertThat(found.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(found.judgement().reason()).contains("nothing with the others by the card");
    }

    @Test
    void theWrongKindOfLensIsNeverSure() {
        List<RigLens> fisheyes = TRUTH.lenses().stream()
                .map(lens -> lens.withLens(FisheyeLens.equidistant(lens.lens().frame(), Math.toRadians(190))))
                .toList();
        RigFinder.Found found = solve(new Rig("fisheyes that are none", fisheyes), filmed);
        boolean bad = errorDegrees(found.rig()) > 0.25;
        assertThat(bad && found.judgement().verdict() == Verdict.SURE)
                .as("%s, %.2f degrees off", found.judgement(), errorDegrees(found.rig()))
                .isFalse();
    }

    private static Plane atNight(Plane luma) {
        byte[] dark = new byte[luma.width() * luma.height()];
        for (int i = 0; i < dark.length; i++) {
            dark[i] = (byte) (16 + (luma.get(i % luma.width(), i / luma.width()) - 16) / 18);
        }
        return new BytePlane(dark, 0, luma.width(), luma.width(), luma.height());
    }

    /** The mean over a square. */
    private static Plane blurred(Plane luma, int reach) {
        int w = luma.width();
        int h = luma.height();
        byte[] soft = new byte[w * h];
        for (int y = 0; y < h; y++) {
            for (int x = 0; x < w; x++) {
                int sum = 0;
                for (int j = -reach; j <= reach; j++) {
                    for (int i = -reach; i <= reach; i++) {
                        sum += luma.get(Math.max(0, Math.min(w - 1, x + i)), Math.max(0, Math.min(h - 1, y + j)));
                    }
                }
                soft[y * w + x] = (byte) (sum / ((2 * reach + 1) * (2 * reach + 1)));
            }
        }
        return new BytePlane(soft, 0, w, w, h);
    }

    @Test
    void blankWallsSayNothing() {
        byte[] grey = new byte[480 * 640];
        Arrays.fill(grey, (byte) 120);
        List<Plane> lumas = Collections.nCopies(6, new BytePlane(grey, 0, 480, 480, 640));
        RigFinder.Found found = solve(TRUTH, lumas);
        assertThat(found.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(found.judgement().reason()).contains("share too little");
        assertThat(found.rig()).isEqualTo(TRUTH);
        assertThat(found.result()).isEmpty();
    }
}
