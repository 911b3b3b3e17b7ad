package foldback.engine.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.balance.KnotPictures;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Trim;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.time.TimeSpan;
import foldback.core.tone.CurveChoice;
import foldback.engine.DemoTake;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BalanceMeterTest {
    private static final int SIZE = 320;
    private static final TimeSpan SPAN = new TimeSpan(0, 8);

    @TempDir
    private Path folder;

    @Test
    void theDemoTakeIsEvenedFromItsClipsAndFromItsProxiesAlike() throws Exception {
        Recipe plain = DemoTake.recipe().with(Balance.SECTION, Balance.NONE);
        Take take = Take.open(plain, MediaFolders.of(DemoTake.MEDIA));
        TimeSpan span = new TimeSpan(0.5, 4);
        Balance fromClips = BalanceMeter.even(plain, span, KnotFrames.of(take, new Proxies(folder)), Run.QUIET);
        KnotPictures small = KnotFrames.of(take, DemoTake.proxies());
        assertThat(small).isInstanceOf(KnotFrames.FromProxies.class);
        Balance evened = BalanceMeter.even(plain, span, small, Run.QUIET);
        assertThat(evened.measure().orElseThrow().verdict()).isEqualTo(Verdict.SURE);
        assertThat(evened.measure().orElseThrow().beforeStops()).isGreaterThan(0.3);
        assertThat(difference(evened, 2)).isCloseTo(difference(fromClips, 2), within(0.02));
        BalanceLane.Lane before = BalanceLane.measure(plain, span, small);
        BalanceLane.Lane after = BalanceLane.measure(plain.with(Balance.SECTION, evened), span, small);
        assertThat(before.differences().stops()).isGreaterThan(0.3);
        assertThat(after.differences().stops()).isLessThan(0.05);
        assertThat(BalanceMeter.even(plain, span, small, Run.QUIET))
                .as("the same again")
                .isEqualTo(evened);
    }

    @Test
    void aJumpOfOneLensIsFollowedToTheFrame() throws Exception {
        double jump = 3.32;
        Balance evened =
                even(DemoTake.recipe().with(Balance.SECTION, Balance.NONE), seconds -> seconds < jump ? 0 : 0.5);
        assertThat(difference(evened, jump - 0.05)).isCloseTo(difference(evened, jump - 1), within(0.01));
        assertThat(difference(evened, jump + 0.05) - difference(evened, jump - 0.05))
                .isCloseTo(-0.5, within(0.02));
        Track<Stops> measured = evened.of("B").measured();
        assertThat(measured.keys()).as("no more keys than needed").hasSizeLessThan(12);
    }

    @Test
    void aReferenceStaysAsItIsAndTrimsAreKept() throws Exception {
        Trim trim = new Trim(-0.5, 10, 0, 0.1, 0, 0, 0);
        Recipe trimmed = DemoTake.recipe()
                .with(
                        Balance.SECTION,
                        Balance.NONE
                                .withLenses(
                                        List.of(new LensBalance("A", Track.still(Stops.NONE), TrimTracks.still(trim))))
                                .withReference(Optional.of("A")));
        Balance evened = even(trimmed, seconds -> 0.1 * seconds);
        assertThat(evened.of("A").trim()).isEqualTo(TrimTracks.still(trim));
        assertThat(evened.of("A").measured().at(4)).isEqualTo(Stops.NONE);
        double drift = evened.of("B").measured().at(8).exposure()
                - evened.of("B").measured().at(0).exposure();
        assertThat(drift).isCloseTo(-0.8, within(0.03));
    }

    @Test
    void blackPicturesSettleNothingAndChangeNothing() throws Exception {
        Recipe plain = DemoTake.recipe();
        Rig small = small(plain.rig());
        KnotPictures night = frames(small, seconds -> -12);
        Balance evened = BalanceMeter.even(plain, SPAN, night, Run.QUIET);
        assertThat(evened.lenses()).isEqualTo(plain.balance().lenses());
        assertThat(evened.measure().orElseThrow().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(evened.measure().orElseThrow().reason()).contains("Lens A could not be evened", "is black");
    }

    @Test
    void clipsOfDifferentCurvesAreNotTakenToBeEvenedSurely() throws Exception {
        Recipe plain = DemoTake.recipe().with(Balance.SECTION, Balance.NONE);
        KnotPictures mixed =
                said(frames(small(plain.rig()), seconds -> 0.3), List.of(ColourTags.Curve.BT709, ColourTags.Curve.HLG));
        Balance evened = BalanceMeter.even(plain, SPAN, mixed, Run.QUIET);
        assertThat(evened.measure().orElseThrow().verdict()).isNotEqualTo(Verdict.SURE);
        assertThat(evened.measure().orElseThrow().reason())
                .contains("different curves (A Rec.709, B Rec.2100 HLG)", "taken to be Rec.709");
        CurveChoice chosen = new CurveChoice(Optional.of(ColourTags.Curve.BT709), Optional.empty());
        Recipe told = plain.with(Balance.SECTION, Balance.NONE.withCurve(chosen));
        assertThat(BalanceMeter.even(told, SPAN, mixed, Run.QUIET)
                        .measure()
                        .orElseThrow()
                        .reason())
                .doesNotContain("different curves");
    }

    /** The files say log, and the pictures are Rec.709. */
    @Test
    void aCurveThatThePicturesContradictIsSaid() throws Exception {
        Recipe plain = DemoTake.recipe().with(Balance.SECTION, Balance.NONE);
        KnotPictures wrong = said(
                frames(small(plain.rig()), seconds -> 1), List.of(ColourTags.Curve.ACESCCT, ColourTags.Curve.ACESCCT));
        Balance evened = BalanceMeter.even(plain, SPAN, wrong, Run.QUIET);
        assertThat(evened.measure().orElseThrow().verdict()).isNotEqualTo(Verdict.SURE);
        assertThat(evened.measure().orElseThrow().reason())
                .contains("the curve is taken to be ACEScct", "the pictures look like Rec.709", "Choose that curve");
    }

    /** Pictures whose files say other curves. */
    private static KnotPictures said(KnotPictures pictures, List<ColourTags.Curve> curves) {
        return new KnotPictures() {
            @Override
            public void read(double[] seconds, Visitor visitor) {
                pictures.read(
                        seconds,
                        (t, shot) -> visitor.visit(
                                t,
                                IntStream.range(0, shot.size())
                                        .mapToObj(i -> shot.get(i)
                                                .withTags(shot.get(i).tags().withTransfer(curves.get(i))))
                                        .toList()));
            }

            @Override
            public int most() {
                return 20;
            }
        };
    }

    @Test
    void whatIsBurntOutSettlesNothing() throws Exception {
        Recipe plain = DemoTake.recipe();
        Balance evened = BalanceMeter.even(plain, SPAN, frames(small(plain.rig()), seconds -> 11), Run.QUIET);
        assertThat(evened.lenses()).isEqualTo(plain.balance().lenses());
        assertThat(evened.measure().orElseThrow().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(evened.measure().orElseThrow().reason())
                .contains("Lens B could not be evened", "is burnt out", "Trim it by hand");
    }

    /** A crowd at arm's length: what one lens sees at a place, the other one does not. */
    @Test
    void whatMovesEverywhereSettlesNothing() throws Exception {
        Recipe plain = DemoTake.recipe();
        Balance evened = BalanceMeter.even(plain, SPAN, crowd(small(plain.rig())), Run.QUIET);
        assertThat(evened.measure().orElseThrow().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(evened.measure().orElseThrow().reason())
                .contains("Lens A could not be evened", "near or moving things");
    }

    private static KnotPictures crowd(Rig rig) {
        return new KnotPictures() {
            @Override
            public void read(double[] seconds, Visitor visitor) {
                Random random = new Random(8);
                for (int t = 0; t < seconds.length; t++) {
                    visitor.visit(
                            t,
                            rig.lenses().stream().map(lens -> patches(random)).toList());
                }
            }

            @Override
            public int most() {
                return 100;
            }
        };
    }

    private static Frame patches(Random random) {
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, SIZE, SIZE);
        int size = 3;
        int[] codes = random.ints((long) SIZE * SIZE, 40, 190).toArray();
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                frame.y().set(x, y, codes[y / size * SIZE + x / size]);
                frame.u().set(x / 2, y / 2, 128);
                frame.v().set(x / 2, y / 2, 128);
            }
        }
        return frame;
    }

    @Test
    void oneLensIsRefused() throws Exception {
        Recipe two = DemoTake.recipe();
        Recipe one = two.with(Geometry.SECTION, two.geometry().withOff(List.of("B")));
        assertThatThrownBy(() -> BalanceMeter.even(one, SPAN, frames(small(one.rig()), t -> 0), Run.QUIET))
                .hasMessageContaining("nothing to even out");
    }

    private static double difference(Balance balance, double at) {
        return balance.of("B").measured().at(at).exposure()
                - balance.of("A").measured().at(at).exposure();
    }

    private interface Lift {
        double at(double seconds);
    }

    private static Balance even(Recipe recipe, Lift ofB) {
        return BalanceMeter.even(recipe, SPAN, frames(small(recipe.rig()), ofB), Run.QUIET);
    }

    private static Rig small(Rig rig) {
        return new Rig(
                rig.name(),
                rig.lenses().stream().map(lens -> lens.scaledTo(SIZE, SIZE)).toList());
    }

    /** The saltworks through two lenses, of which the second one's exposure changes; beyond 10 stops, that of both. */
    private static KnotPictures frames(Rig rig, Lift ofB) {
        return new KnotPictures() {
            @Override
            public void read(double[] seconds, Visitor visitor) {
                Sensor plain = new Sensor(-0.4, 0, 0, 0.3, 1, 0);
                double[] still = new double[seconds.length];
                Arrays.fill(still, 1.0);
                List<List<Frame>> shot = new Studio(Studio.ON_THE_PATH, 1)
                        .cameras(rig, 5)
                        .shoot(
                                still,
                                n -> Math.abs(ofB.at(seconds[n])) > 10
                                        ? List.of(plain.lifted(ofB.at(seconds[n])), plain.lifted(ofB.at(seconds[n])))
                                        : List.of(plain, plain.lifted(ofB.at(seconds[n]))),
                                PixelFormat.YUV420_8);
                for (int t = 0; t < seconds.length; t++) {
                    visitor.visit(t, shot.get(t));
                }
            }

            @Override
            public int most() {
                return 100;
            }
        };
    }
}
