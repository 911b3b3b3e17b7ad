package foldback.engine.level;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Key;
import foldback.core.keys.RotationKeys;
import foldback.core.level.GuideLine.Kind;
import foldback.core.recipe.Level;
import foldback.core.recipe.LevelLine;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.RigMotion;
import foldback.engine.DemoTake;
import foldback.engine.document.LevelJson;
import foldback.engine.picture.Additions;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.steady.MotionLogs;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Lines drawn on the demo take's sphere while it leans, against how it stands upright. */
class LevelLinesTest {
    private static final Rotation UPRIGHT = Rotation.ofYawPitchRoll(0.2, -0.03, 0.02);
    private static final double MOMENT = 1.2;

    @TempDir
    static Path folder;

    private static Recipe leaning;
    private static Take take;
    private static TakeShake shake;
    private static LevelLines lines;

    private static final StageTools TOOLS = new StageTools() {
        @Override
        public <T> T get(Class<T> type) {
            return type.cast(shake);
        }
    };

    @BeforeAll
    static void open() throws Exception {
        leaning = DemoTake.recipe().with(Level.SECTION, new Level(1.1, 0.12, -0.09));
        take = Take.open(leaning, MediaFolders.of(DemoTake.MEDIA));
        shake = new TakeShake(folder, Optional.empty(), new MotionLogs(MediaFolders.of(folder), ContentHash::of));
        lines = new LevelLines(shake);
    }

    /** Where something that lies at yaw and pitch of the upright picture lies in one that leans. */
    private static double[] place(Recipe recipe, double yaw, double pitch) {
        Rotation level = recipe.level().at(MOMENT);
        return Sight.canvas(level.inverse().times(UPRIGHT).apply(Direction.ofYawPitch(yaw, pitch)));
    }

    private static LevelLine plumb(Recipe recipe, double yaw) {
        return lines.drawn(
                recipe, take, Kind.PLUMB, MOMENT, List.of(place(recipe, yaw, -0.3), place(recipe, yaw, 0.5)));
    }

    private static Recipe with(Recipe recipe, LevelLine... drawn) {
        List<LevelLine> all = new ArrayList<>(recipe.level().lines());
        all.addAll(List.of(drawn));
        return recipe.with(Level.SECTION, recipe.level().withLines(all));
    }

    private static double off(Recipe recipe) {
        Direction up = recipe.level().at(MOMENT).apply(Direction.UP);
        return Math.toDegrees(up.angleTo(UPRIGHT.apply(Direction.UP)));
    }

    private static Recipe solved(Recipe recipe) {
        return recipe.with(Level.SECTION, lines.solved(recipe, take));
    }

    @Test
    void plumbLinesMakeThePictureUpright() {
        Recipe recipe = with(leaning, plumb(leaning, 0.3), plumb(leaning, 1.9), plumb(leaning, -2.2));
        assertThat(off(recipe)).isGreaterThan(4);
        Recipe upright = solved(recipe);
        assertThat(off(upright)).isLessThan(0.05);
        // The front is turned no more than it must be.
        Rotation least = Rotation.between(
                recipe.level().at(0).apply(Direction.UP), upright.level().at(0).apply(Direction.UP));
        assertThat(upright.level().at(0).angleTo(least.times(recipe.level().at(0))))
                .isLessThan(1e-5);
        // And the lines stand upright now, to a pixel of a canvas 3840 wide.
        for (LevelLines.Shown line : lines.shown(upright, take, MOMENT)) {
            double x = line.canvas().get(0)[0];
            line.canvas().forEach(place -> assertThat(place[0]).isCloseTo(x, within(1.0 / 3840)));
        }
        Evidence evidence = new LevelStage().evidence(new StageView(upright, take, 1920, TOOLS));
        assertThat(evidence.verdict()).isEqualTo(Verdict.SURE);
        assertThat(evidence.reason()).startsWith("3 of 3 lines agree");
    }

    @Test
    void aSeaLineDoesToo() {
        LevelLine sea =
                lines.drawn(leaning, take, Kind.SEA, MOMENT, List.of(place(leaning, -0.4, 0), place(leaning, 1.1, 0)));
        Recipe upright = solved(with(leaning, sea));
        assertThat(off(upright)).isLessThan(0.05);
        assertThat(new LevelStage()
                        .evidence(new StageView(upright, take, 1920, TOOLS))
                        .verdict())
                .isEqualTo(Verdict.CHECK);
    }

    /** Lines are drawn in lenses' pictures: a level that is changed afterwards leaves them on what they were drawn along. */
    @Test
    void linesStayOnWhatTheyWereDrawnAlong() {
        LevelLine line = plumb(leaning, 0.3);
        Recipe turned =
                with(leaning, line).with(Level.SECTION, new Level(-2, 0.4, 0.3, Optional.empty(), List.of(line)));
        double[] end = lines.shown(turned, take, MOMENT).get(0).canvas().get(0);
        double[] wanted = place(turned, 0.3, -0.3);
        assertThat(end[0]).isCloseTo(wanted[0], within(1e-4));
        assertThat(end[1]).isCloseTo(wanted[1], within(1e-4));
        Evidence evidence = new LevelStage()
                .evidence(new StageView(with(turned, plumb(turned, 2), plumb(turned, 3)), take, 1920, TOOLS));
        assertThat(evidence.reason()).contains("it was turned by hand");
    }

    @Test
    void linesOfALensThatIsOffSayNothing() {
        LevelLine line = plumb(leaning, 0.3);
        String slot = line.points().get(0).slot();
        Recipe without =
                with(leaning, line).with(Geometry.SECTION, leaning.geometry().withOff(List.of(slot)));
        assertThat(lines.upright(without, take.showing(without))).isEmpty();
        assertThat(lines.shown(without, take.showing(without), MOMENT)).isEmpty();
    }

    @Test
    void aLineOfAPointIsRefused() {
        double[] here = place(leaning, 0.3, 0);
        assertThatThrownBy(() -> lines.drawn(leaning, take, Kind.PLUMB, MOMENT, List.of(here, here)))
                .hasMessageContaining("too short");
    }

    /** With keys the level turns over time; what lines say turns all of them. */
    @Test
    void keysTurnTheLevelOverTime() throws Exception {
        Rotation first = Rotation.ofYawPitchRoll(1.1, 0.12, -0.09);
        Rotation last = first.times(Rotation.ofYawPitchRoll(1.5, 0, 0));
        RotationKeys keys = new RotationKeys(List.of(new Key<>(0.4, first), new Key<>(2, last)));
        Recipe keyed = leaning.with(Level.SECTION, new Level(1.1, 0.12, -0.09, Optional.of(keys), List.of()));
        assertThat(shake.of(leaning, take)).isEqualTo(Additions.NONE);
        RigMotion motion = shake.of(keyed, take).motion().orElseThrow();
        for (double seconds : new double[] {0, 0.9, 1.7, 5}) {
            Rotation shown =
                    motion.worldFromView().at(seconds).times(keyed.level().still());
            assertThat(shown.angleTo(keys.at(seconds))).isLessThan(1e-9);
        }
        Recipe upright = solved(with(keyed, plumb(keyed, 0.3), plumb(keyed, 1.9)));
        assertThat(off(upright)).isLessThan(0.05);
        Direction up = upright.level().at(5).apply(Direction.UP);
        assertThat(up.angleTo(UPRIGHT.apply(Direction.UP))).isLessThan(1e-3);

        Lane lane = new LevelLane().measure(upright, take, TOOLS, Run.QUIET);
        double fastest = lane.whole().orElseThrow().points().stream()
                .mapToDouble(point -> point[1])
                .max()
                .orElseThrow();
        // 1.5 radians in 1.6 seconds, from rest to rest.
        assertThat(fastest).isCloseTo(1.5 * Math.toDegrees(1.5) / 1.6, within(1.0));
        assertThat(lane.finer().get(1).points())
                .allSatisfy(point -> assertThat(point[1]).isLessThan(0.01));

        Level read = LevelJson.FORM.form().read(LevelJson.FORM.form().write(upright.level()), "level");
        assertThat(read.lines()).isEqualTo(upright.level().lines());
        assertThat(read.at(1.3).angleTo(upright.level().at(1.3))).isLessThan(1e-5);
    }
}
