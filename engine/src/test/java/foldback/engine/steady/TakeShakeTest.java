package foldback.engine.steady;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.recipe.Steady;
import foldback.core.rig.Rig;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.time.FrameRate;
import foldback.engine.picture.Additions;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.sync.RiggedClips;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Real files of a shaken head whose lenses began at different times, against how it truly turned. */
class TakeShakeTest {
    private static final double LATE = 0.33;
    /** Lines and exposure are 12 and 8 ms: a picture's turn is that of their middle. */
    private static final double MIDDLE = 0.01;

    @TempDir
    static Path folder;

    private static RiggedClips clips;
    private static Recipe recipe;
    private static Take take;
    private static TakeShake takes;

    @BeforeAll
    static void film() {
        clips = new RiggedClips(folder);
        Path one = clips.pictures("one.mp4", 0, 6, 0);
        Path two = clips.pictures("two.mp4", LATE, 5, 2.5);
        Rig rig = new Rig("head", List.of(RiggedClips.lens("A", 0), RiggedClips.lens("B", 2.5)));
        recipe = Recipe.start(
                new FrameRate(25, 1),
                List.of(
                        new ClipRef("A", "one.mp4", ContentHash.of(one), 0),
                        new ClipRef("B", "two.mp4", ContentHash.of(two), LATE)),
                rig,
                "known");
        take = Take.open(recipe, MediaFolders.of(folder));
        takes = new TakeShake(folder.resolve("tracks"), Optional.empty());
    }

    private static final StageTools TOOLS = new StageTools() {
        @Override
        public <T> T get(Class<T> type) {
            return type.cast(takes);
        }
    };

    private static Recipe measured() {
        StageResult result = new MeasureShake().run(recipe, take, new MeasureShake.Order(), TOOLS, Run.QUIET);
        return result.on(recipe);
    }

    @Test
    void theRigTurnedAsItTrulyDid() {
        TakeShake.Measured found = takes.measure(recipe, take, Run.QUIET);
        Rotation first = clips.turned(MIDDLE).inverse();
        double squares = 0;
        int count = found.shake().worldFromRig().size();
        for (int n = 0; n < count; n++) {
            double seconds = found.shake().worldFromRig().time(n);
            Rotation truth = first.times(clips.turned(seconds + MIDDLE));
            squares += Math.pow(found.shake().worldFromRig().rotation(n).angleTo(truth), 2);
        }
        assertThat(Math.toDegrees(Math.sqrt(squares / count))).isLessThan(0.2);
        assertThat(Math.toDegrees(found.shake().apartRad())).isLessThan(0.1);
        assertThat(found.untoldShare()).isZero();
    }

    @Test
    void whatWasMeasuredIsKeptAndSaid() {
        Recipe after = measured();
        assertThat(after.steady().measure()).isPresent();
        StageView view = new StageView(after, take, 1920, TOOLS);
        assertThat(new SteadyStage().evidence(view).verdict()).isEqualTo(Verdict.SURE);
        assertThat(new SteadyStage().evidence(view).figure()).startsWith("shake ");
        assertThat(new SteadyStage()
                        .evidence(new StageView(recipe, take, 1920, TOOLS))
                        .verdict())
                .isEqualTo(Verdict.CHECK);
        Lane lane = new SteadyLane().measure(after, take, TOOLS, Run.QUIET);
        assertThat(lane.whole().orElseThrow().points()).hasSizeGreaterThan(100);
        // Tilt and lean are taken away altogether: as much is corrected as the head was turned.
        Rotation turned = clips.turned(2 + MIDDLE);
        double tilt = lane.finer().get(1).points().get(50)[1];
        Rotation since = clips.turned(MIDDLE).inverse().times(turned);
        assertThat(tilt).isCloseTo(Math.toDegrees(since.pitch()), within(0.4));
    }

    @Test
    void aDriftThatWouldBeSeenIsSaid() {
        Recipe after = measured();
        Steady steady = after.steady();
        ShakeMeasure found = steady.measure().orElseThrow();
        assertThat(Math.toDegrees(found.driftRad().orElseThrow())).isLessThan(0.5);
        ShakeMeasure drifted = new ShakeMeasure(
                found.algorithm(),
                found.shakeRad(),
                found.fastestRad(),
                found.apartRad(),
                found.untoldShare(),
                Optional.of(Math.toRadians(1.2)),
                found.readOutSeconds());
        Recipe other = after.with(
                Steady.SECTION, new Steady(Optional.of(drifted), steady.settings(), steady.readOutSeconds()));
        Evidence evidence = new SteadyStage().evidence(new StageView(other, take, 1920, TOOLS));
        assertThat(evidence.verdict()).isEqualTo(Verdict.CHECK);
        assertThat(evidence.reason()).contains("may have drifted by 1.2\u00b0");
    }

    @Test
    void nothingIsSteadiedBeforeItWasMeasured() {
        assertThat(takes.of(recipe, take)).isEqualTo(Additions.NONE);
    }

    @Test
    void aPictureIsShownAsItsLensWasTurnedWhenItWasTaken() {
        Recipe after = measured();
        RigMotion motion = takes.of(after, take).motion().orElseThrow();
        for (double seconds : new double[] {1, 1.02, 2.345}) {
            assertThat(motion.frames().firstRow(0, seconds)).isCloseTo(seconds, within(0.0201));
            double ofLate = motion.frames().firstRow(1, seconds);
            assertThat(ofLate).isCloseTo(seconds, within(0.0201));
            assertThat((ofLate - LATE) * RiggedClips.RATE).isCloseTo(Math.rint((ofLate - LATE) * 25), within(1e-3));
        }
        double reference = after.steady().settings().referenceSeconds();
        assertThat(motion.worldFromView()
                        .at(reference)
                        .angleTo(motion.worldFromRig().at(reference)))
                .isLessThan(1e-6);
    }

    /** With a read-out, lines before the middle one were read before the picture's turn. */
    @Test
    void aReadOutMovesTheTurnToTheMiddleLine() {
        Recipe after = measured();
        Steady steady = after.steady();
        Recipe rolling = after.with(Steady.SECTION, new Steady(steady.measure(), steady.settings(), 0.02));
        RigMotion plain = takes.of(after, take).motion().orElseThrow();
        RigMotion late = takes.of(rolling, take).motion().orElseThrow();
        assertThat(late.worldFromRig().at(2.01).angleTo(plain.worldFromRig().at(2)))
                .isLessThan(1e-9);
        assertThat(late.readOutSeconds()).containsOnly(0.02);
    }

    @Test
    void tracksAreReadAgainAndMadeAgainWhenTheyAreGone() throws Exception {
        measured();
        Path tracks = folder.resolve("tracks");
        long before = Files.list(tracks).count();
        // One of each lens alone, and one of the rig.
        assertThat(before).isEqualTo(3);
        for (Path file : Files.list(tracks).toList()) {
            Files.delete(file);
        }
        TakeShake fresh = new TakeShake(tracks, Optional.empty());
        assertThat(fresh.shake(recipe, take).worldFromRig().size())
                .isEqualTo(takes.shake(recipe, take).worldFromRig().size());
        assertThat(Files.list(tracks).count()).isEqualTo(3);
    }

    @Test
    void aCancelledMeasureKeepsNothing() {
        TakeShake fresh = new TakeShake(folder.resolve("cancelled"), Optional.empty());
        assertThatThrownBy(() -> fresh.measure(recipe, take, new Run(share -> {}, () -> true)))
                .isInstanceOf(CancellationException.class);
        assertThat(folder.resolve("cancelled").toFile().list()).isNullOrEmpty();
    }
}
