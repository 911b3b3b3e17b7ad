package foldback.engine.steady;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.LogMeasure;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.recipe.Steady;
import foldback.core.rig.Rig;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.space.Direction;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.time.FrameRate;
import foldback.engine.picture.Additions;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.sync.RiggedClips;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.log.LogTable;
import foldback.sim.motion.LogRecorder;
import foldback.sim.motion.Pose;
import foldback.sim.motion.Ride;
import foldback.sim.motion.Shake;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
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
    /** Take time at which the motion log begins. */
    private static final double BEGINS = -1;

    @TempDir
    static Path folder;

    private static RiggedClips clips;
    private static Recipe recipe;
    private static Take take;
    private static TakeShake takes;
    private static MotionLogs logs;

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
        logs = new MotionLogs(MediaFolders.of(folder), ContentHash::of);
        takes = new TakeShake(folder.resolve("tracks"), Optional.empty(), logs);
    }

    private static final StageTools TOOLS = new StageTools() {
        @Override
        public <T> T get(Class<T> type) {
            return type.cast(type == MotionLogs.class ? logs : takes);
        }
    };

    private static Recipe measured() {
        return measured(recipe, new MeasureShake.Order(null, null, null));
    }

    private static Recipe measured(Recipe from, MeasureShake.Order order) {
        StageResult result = new MeasureShake().run(from, take, order, TOOLS, Run.QUIET);
        return result.on(from);
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
                found.readOutSeconds(),
                Optional.empty());
        Recipe other = after.with(Steady.SECTION, steady.withMeasure(drifted, steady.settings()));
        Evidence evidence = new SteadyStage().evidence(new StageView(other, take, 1920, TOOLS));
        assertThat(evidence.verdict()).isEqualTo(Verdict.CHECK);
        assertThat(evidence.reason()).contains("may have drifted by 1.2\u00b0");
    }

    @Test
    void blurIsSaidToBeTheShutters() {
        Recipe after = measured();
        Steady exposed = after.steady().withExposure(Optional.of(0.02));
        Recipe recipe = after.with(Steady.SECTION, exposed);
        double fastest = Math.toDegrees(exposed.measure().orElseThrow().fastestRad());
        Evidence evidence = new SteadyStage().evidence(new StageView(recipe, take, 1920, TOOLS));
        assertThat(evidence.reason())
                .contains(String.format(
                        Locale.ROOT,
                        "pictures are blurred over %.1f\u00b0: that is the shutter, and stays.",
                        0.02 * fastest));
        List<Lane.Curve> finer =
                new SteadyLane().measure(recipe, take, TOOLS, Run.QUIET).finer();
        double most = finer.get(3).points().stream()
                .mapToDouble(point -> point[1])
                .max()
                .orElseThrow();
        assertThat(finer.get(3).label()).isEqualTo("blur");
        assertThat(most).isBetween(0.7 * 0.02 * fastest, 1.1 * 0.02 * fastest);
        assertThat(new SteadyLane().measure(after, take, TOOLS, Run.QUIET).finer())
                .hasSize(3);
        assertThatThrownBy(() -> exposed.withExposure(Optional.of(3.0)))
                .hasMessageContaining("an exposure lasts up to");
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
        Recipe rolling = after.with(
                Steady.SECTION,
                new Steady(steady.measure(), steady.settings(), 0.02, Optional.empty(), Optional.empty()));
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
        TakeShake fresh = new TakeShake(tracks, Optional.empty(), logs);
        assertThat(fresh.shake(recipe, take).worldFromRig().size())
                .isEqualTo(takes.shake(recipe, take).worldFromRig().size());
        assertThat(Files.list(tracks).count()).isEqualTo(3);
    }

    @Test
    void aCancelledMeasureKeepsNothing() {
        TakeShake fresh = new TakeShake(folder.resolve("cancelled"), Optional.empty(), logs);
        assertThatThrownBy(() -> fresh.measure(recipe, take, new Run(share -> {}, () -> true)))
                .isInstanceOf(CancellationException.class);
        assertThat(folder.resolve("cancelled").toFile().list()).isNullOrEmpty();
    }

    private static LogRecorder recorder() {
        return LogRecorder.usual(Rotation.ofYawPitchRoll(1, 2, 3), BEGINS, 4).withClock(100, 50);
    }

    private static String logFile(String name, Ride ride) throws IOException {
        try (Writer out = Files.newBufferedWriter(folder.resolve(name))) {
            LogTable.write(recorder().record(ride, 12), out);
        }
        return name;
    }

    private static Ride ride() {
        return seconds -> new Pose(Position.ORIGIN, clips.turned(seconds));
    }

    /** The same ride from a moment on that nobody sees, so that the file's content is its own. */
    private static Ride shifted() {
        return seconds -> new Pose(Position.ORIGIN, clips.turned(Math.max(BEGINS + 0.1, seconds)));
    }

    @Test
    void aLogBesideAClipIsFoundAndFused() throws IOException {
        logFile("one.csv", ride());
        Files.writeString(folder.resolve("notes.txt"), "The wind got up after noon.\n");
        Files.writeString(folder.resolve("table.csv"), "1,2,3,4\n2,2,3,4\n");
        MotionLogs.Offer offer = logs.offers(take).get(0);
        assertThat(offer.file()).isEqualTo("one.csv");
        assertThat(offer.where()).isEqualTo(MotionLogs.Where.SAME_NAME);
        assertThat(offer.holds()).isEqualTo("12 s, 200 turning rates a second, with accelerometer");
        assertThat(logs.offers(take)).extracting(MotionLogs.Offer::file).doesNotContain("notes.txt");
        assertThat(logs.offers(take)).anySatisfy(other -> {
            assertThat(other.file()).isEqualTo("table.csv");
            assertThat(other.columns()).containsExactly("1", "2", "3", "4");
        });

        Recipe after = measured(recipe, new MeasureShake.Order(offer.file(), null, null));

        LogMeasure log = after.steady().measure().orElseThrow().log().orElseThrow();
        assertThat(log.clock().takeTime(4) + MIDDLE).isCloseTo(BEGINS + 4, within(0.003));
        assertThat(log.explained()).isGreaterThan(0.95);
        assertThat(log.up().orElseThrow().angleTo(clips.turned(MIDDLE).inverse().apply(Direction.UP)))
                .isLessThan(3 * log.upSigma())
                .isLessThan(Math.toRadians(1));
        Steady read = RecipeJson.read(RecipeJson.write(after)).steady();
        assertThat(read.log()).isEqualTo(after.steady().log());
        LogMeasure readLog = read.measure().orElseThrow().log().orElseThrow();
        assertThat(readLog.clock()).isEqualTo(log.clock());
        assertThat(readLog.moments()).hasSameSizeAs(log.moments());
        Evidence evidence = new SteadyStage().evidence(new StageView(after, take, 1920, TOOLS));
        assertThat(evidence.reason()).startsWith("The motion log has ");
        assertThat(evidence.verdict()).isEqualTo(Verdict.SURE);
        Rotation first = clips.turned(MIDDLE).inverse();
        RigMotion motion = takes.of(after, take).motion().orElseThrow();
        for (double seconds = 0.5; seconds < 5; seconds += 0.013) {
            Rotation truth = first.times(clips.turned(seconds + MIDDLE));
            assertThat(motion.worldFromRig().at(seconds).angleTo(truth)).isLessThan(Math.toRadians(0.25));
        }
        // Measured again without a word of the log, it stays; it goes where that is asked for.
        assertThat(measured(after, new MeasureShake.Order(null, null, null))
                        .steady()
                        .log())
                .isEqualTo(after.steady().log());
        assertThat(measured(after, new MeasureShake.Order("", null, null))
                        .steady()
                        .log())
                .isEmpty();
    }

    @Test
    void aLogOfAnotherRecordingIsRefusedWithWhatToDo() throws IOException {
        String other = logFile("other.csv", seconds -> new Pose(Position.ORIGIN, new Shake(4, 1, 99).at(seconds)));
        assertThatThrownBy(() -> measured(recipe, new MeasureShake.Order(other, null, null)))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("other.csv does not turn as this take does: it is the log of another recording");
        assertThatThrownBy(() -> measured(recipe, new MeasureShake.Order("gone.csv", null, null)))
                .hasMessageContaining("gone.csv");
    }

    @Test
    void aLogWhoseBeginIsSaidIsLookedForThere() throws IOException {
        String name = logFile("said.csv", ride());
        Recipe after = measured(recipe, new MeasureShake.Order(name, null, BEGINS + 0.03));
        LogMeasure log = after.steady().measure().orElseThrow().log().orElseThrow();
        assertThat(log.clock().takeTime(4) + MIDDLE).isCloseTo(BEGINS + 4, within(0.003));
        assertThatThrownBy(() -> measured(recipe, new MeasureShake.Order(name, null, BEGINS + 2)))
                .hasMessageContaining("does not turn as this take does near ");
    }

    @Test
    void aLogThatChangedOrWentIsSaid() throws IOException {
        Recipe after = measured(recipe, new MeasureShake.Order(logFile("going.csv", shifted()), null, null));
        Files.move(folder.resolve("going.csv"), folder.resolve("renamed.csv"));
        MotionLogs fresh = new MotionLogs(MediaFolders.of(folder), ContentHash::of);
        assertThat(fresh.open(after.steady().log().orElseThrow()).log().gyro().size())
                .isEqualTo(2400);
        Files.delete(folder.resolve("renamed.csv"));
        MotionLogs gone = new MotionLogs(MediaFolders.of(folder), ContentHash::of);
        assertThatThrownBy(() -> gone.open(after.steady().log().orElseThrow()))
                .hasMessageContaining("going.csv, the motion log of this take, is not there as it was measured with");
    }
}
