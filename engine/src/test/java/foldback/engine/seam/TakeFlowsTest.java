package foldback.engine.seam;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.picture.Frame;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.rig.Rig;
import foldback.core.run.Evidence;
import foldback.core.run.Run;
import foldback.core.run.Threads;
import foldback.core.run.Verdict;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.guard.Guard;
import foldback.core.space.Direction;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.RayShift;
import foldback.core.warp.ShiftPath;
import foldback.engine.DemoTake;
import foldback.engine.picture.Additions;
import foldback.engine.picture.PictureMaker;
import foldback.engine.picture.PlanCache;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.picture.Target;
import foldback.engine.stage.Lane;
import foldback.engine.stage.RangeOrder;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.stage.StageView;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The flow of the demo take: measured once, kept, and the same wherever it is asked for. */
class TakeFlowsTest {
    private static final double MOMENT = 1;

    @TempDir
    static Path folder;

    private static Take take;
    private static Recipe alone;
    private static Recipe remembering;

    @BeforeAll
    static void open() throws Exception {
        Recipe recipe = DemoTake.recipe();
        take = Take.open(recipe, MediaFolders.of(DemoTake.MEDIA));
        alone = recipe.with(Seams.SECTION, flowing(0));
        remembering = recipe.with(Seams.SECTION, flowing(0.16));
    }

    private static Recipe by(Seams.Way way, double memory) {
        return TakeFlowsTest.alone.with(Seams.SECTION, seams(way, memory));
    }

    private static Seams flowing(double memory) {
        return seams(Seams.Way.FLOW, memory);
    }

    private static Seams seams(Seams.Way way, double memory) {
        return new Seams(way, 0.07, Double.POSITIVE_INFINITY, memory, List.of(), List.of(), Optional.empty());
    }

    private static double[] shifted(ShiftPath path, double seconds) {
        double[] rays = {0.98, 0.15, 0.13, -0.9, 0.43, 0.02, 0, 0, 1};
        List<RayShift> shifts = path.at(seconds);
        assertThat(shifts).hasSize(2);
        shifts.get(0).shift(rays, 3);
        shifts.get(1).shift(rays, 2);
        return rays;
    }

    private static long files(Path root) throws Exception {
        try (Stream<Path> all = Files.walk(root)) {
            return all.filter(file -> file.toString().endsWith(".flow")).count();
        }
    }

    @Test
    void aMomentIsMeasuredOnceAndTheSameForEverybody() throws Exception {
        Path own = folder.resolve("once");
        double[] first = shifted(new TakeFlows(own, 0).path(alone, take), MOMENT);
        assertThat(files(own)).isEqualTo(1);
        // Far from the seam nothing is moved; near it something is.
        assertThat(first[8]).isCloseTo(1, within(1e-12));
        double[] again = shifted(new TakeFlows(own, 5).path(alone, take), MOMENT);
        assertThat(again).isEqualTo(first);
        // Measured by somebody else, ahead of what is asked for.
        Path other = folder.resolve("other");
        double[] ahead = shifted(new TakeFlows(other, 2).path(alone, take), MOMENT);
        assertThat(ahead).isEqualTo(first);
        assertThat(files(other)).isEqualTo(3);
        // Level and light have nothing to do with it.
        Recipe turned = alone.with(Level.SECTION, new Level(1, 0, 0));
        assertThat(shifted(new TakeFlows(own, 0).path(turned, take), MOMENT)).isEqualTo(first);
        assertThat(files(own)).isEqualTo(1);
    }

    @Test
    void aMemoryTakesMomentsOfAGridTogether() throws Exception {
        Path own = folder.resolve("memory");
        TakeFlows flows = new TakeFlows(own, 0);
        shifted(flows.path(remembering, take), MOMENT);
        // 0.16 s on both sides, frame by frame.
        assertThat(files(own)).isEqualTo(9);
        assertThat(flows.measured(remembering, take, new TimeSpan(0.9, 1.1))).hasSizeBetween(5, 6);
        // Who looks at another moment has that one measured, no more.
        assertThat(flows.pathOfNearest(remembering, take).at(MOMENT + 1)).hasSize(2);
        assertThat(files(own)).isEqualTo(10);
        // What does not wait is moved only where all of that is there.
        assertThat(flows.pathOfMeasured(remembering, take).at(MOMENT)).hasSize(2);
        assertThat(flows.pathOfMeasured(remembering, take).at(MOMENT + 0.5)).isEmpty();
    }

    @Test
    void aGuardIsShownAsItIsAndTheOtherLensComesToIt() throws Exception {
        Path own = folder.resolve("guarded");
        Recipe guarded = alone.with(Seams.SECTION, alone.seams().withGuards(List.of(guard("A", 88.3, -8.6))));
        double[] usual = shifted(new TakeFlows(own, 0).path(alone, take), MOMENT);
        ShiftPath path = new TakeFlows(own, 0).path(guarded, take);
        double[] ray = {0.988, 0.15, 0.03};
        double[] first = ray.clone();
        path.at(MOMENT).get(0).shift(first, 1);
        double[] second = ray.clone();
        path.at(MOMENT).get(1).shift(second, 1);
        assertThat(away(first, ray)).isLessThan(1e-9);
        assertThat(away(second, ray)).isGreaterThan(0.001);
        // Both were moved before; now the other one alone is, by as much as both together were.
        double[] lensA = ray.clone();
        new TakeFlows(own, 0).path(alone, take).at(MOMENT).get(0).shift(lensA, 1);
        double[] lensB = ray.clone();
        new TakeFlows(own, 0).path(alone, take).at(MOMENT).get(1).shift(lensB, 1);
        assertThat(away(second, ray)).isCloseTo(away(lensA, ray) + away(lensB, ray), within(1e-3));
        // Elsewhere nothing differs, and nothing was measured anew.
        double[] elsewhere = shifted(path, MOMENT);
        assertThat(List.of(elsewhere[3], elsewhere[4])).isEqualTo(List.of(usual[3], usual[4]));
        assertThat(files(own)).isEqualTo(1);
    }

    private static double away(double[] a, double[] b) {
        double norm = Math.sqrt(b[0] * b[0] + b[1] * b[1] + b[2] * b[2]);
        return Math.hypot(Math.hypot(a[0] - b[0] / norm, a[1] - b[1] / norm), a[2] - b[2] / norm);
    }

    private static Guard guard(String lens, double yaw, double pitch) {
        return new Guard(
                "Hat",
                Optional.of(lens),
                still(Math.toRadians(yaw)),
                still(Math.toRadians(pitch)),
                still(0),
                still(Math.toRadians(2)),
                still(Math.toRadians(2)),
                still(1),
                Math.toRadians(2));
    }

    private static Track<Amount> still(double value) {
        return Track.still(new Amount(value));
    }

    @Test
    void aGuardThatItsLensDoesNotSeeWholeIsSaid() {
        SeamsStage stage = new SeamsStage();
        Recipe seen = alone.with(Seams.SECTION, alone.seams().withGuards(List.of(guard("A", 82.4, -8.6))));
        Recipe unseen = alone.with(Seams.SECTION, alone.seams().withGuards(List.of(guard("A", 98, 0))));
        assertThat(stage.evidence(new StageView(seen, take, 3840, null)).reason())
                .isEqualTo("Not measured.");
        Evidence said = stage.evidence(new StageView(unseen, take, 3840, null));
        assertThat(said.verdict()).isEqualTo(Verdict.CHECK);
        assertThat(said.reason()).matches("Lens A sees \\d+% of guard \u201cHat\u201d: a seam shows in the rest.*");
        assertThat(said.figure()).endsWith(", 1 guard");
    }

    /** A render, on any number of threads, has the pixels of a preview of its size. */
    @ParameterizedTest
    @EnumSource(names = {"FLOW", "PATH"})
    void previewAndRenderHaveTheSamePixels(Seams.Way way) throws Exception {
        TakeSeams seams = new TakeSeams(TakeAdditions.NONE, new TakeFlows(folder.resolve("pixels"), 0));
        Recipe alone = by(way, 0);
        Additions additions = seams.of(alone, take);
        Target target = Target.plain(new Canvas(512, 256), Kernel.QUICK, Target.Colours.FOOTAGE);
        List<Frame> pictures = new ArrayList<>();
        PictureMaker preview =
                PictureMaker.of(alone, take.sources(), target, Optional.empty(), new PlanCache(1), additions);
        for (int i = 0; i < 2; i++) {
            TakeClip clip = take.clips().get(i);
            pictures.add(clip.whole(clip.frameAt(MOMENT), preview.halvings().get(i)));
        }
        String seen = pixels(preview, pictures, 1);
        for (int threads : new int[] {1, 2}) {
            PictureMaker render =
                    PictureMaker.ofRun(alone, take.sources(), target, Optional.empty(), 1 << 26, additions);
            assertThat(pixels(render, pictures, threads)).isEqualTo(seen);
        }
        PictureMaker feathered =
                PictureMaker.of(alone, take.sources(), target, Optional.empty(), new PlanCache(1), Additions.NONE);
        assertThat(pixels(feathered, pictures, 2)).isNotEqualTo(seen);
    }

    private static String pixels(PictureMaker maker, List<Frame> pictures, int count) throws Exception {
        ExecutorService executor = Executors.newFixedThreadPool(count);
        Frame out = maker.allocate();
        maker.make(MOMENT, pictures, out, new Threads(executor, count));
        executor.shutdown();
        StringBuilder luma = new StringBuilder();
        for (int y = 0; y < out.height(); y++) {
            for (int x = 0; x < out.width(); x++) {
                luma.append((char) out.y().get(x, y));
            }
        }
        return luma.toString();
    }

    @Test
    void aPathIsTheSameWhereverLookingBegan() throws Exception {
        Recipe path = by(Seams.Way.PATH, 0.12);
        TakeFlows flows = new TakeFlows(folder.resolve("path"), 0);
        SeamMoves first =
                new TakeSeams(TakeAdditions.NONE, flows).of(path, take).seams();
        List<float[]> before = first.at(MOMENT - 0.04);
        List<float[]> found = first.at(MOMENT);
        assertThat(found.get(0)).isNotEqualTo(new float[found.get(0).length]);
        // Not far from one picture to the next.
        for (int column = 0; column < found.get(0).length; column++) {
            assertThat(found.get(0)[column]).isCloseTo(before.get(0)[column], within((float) Math.toRadians(3)));
        }
        // Two memories to each side, frame by frame, of both moments.
        assertThat(files(folder.resolve("path"))).isEqualTo(14);
        SeamMoves fresh = new TakeSeams(TakeAdditions.NONE, new TakeFlows(folder.resolve("path"), 3))
                .of(path, take)
                .seams();
        assertThat(fresh.at(MOMENT).get(0)).isEqualTo(found.get(0));
        assertThat(fresh.at(MOMENT)).isSameAs(fresh.at(MOMENT));
    }

    @Test
    void whoCannotWaitForAPathSeesSeamsWhereTheyUsuallyAre() throws Exception {
        Recipe path = by(Seams.Way.PATH, 0.16);
        Path own = folder.resolve("waiting");
        TakeSeams seams = new TakeSeams(TakeAdditions.NONE, new TakeFlows(own, 0));
        List<float[]> left = seams.withoutWaiting().of(path, take).seams().at(2);
        assertThat(left.get(0)).isEqualTo(new float[left.get(0).length]);
        assertThat(own).doesNotExist();
        List<float[]> looked = seams.forLooking().of(path, take).seams().at(2);
        assertThat(looked.get(0)).isNotEqualTo(left.get(0));
        assertThat(files(own)).isEqualTo(1);
    }

    @Test
    void aTakeWithoutFlowIsLeftAsItIs() {
        TakeFlows flows = new TakeFlows(folder.resolve("none"), 0);
        TakeSeams seams = new TakeSeams(TakeAdditions.NONE, flows);
        Recipe feathered = alone.with(Seams.SECTION, Seams.DEFAULT);
        assertThat(seams.of(feathered, take)).isEqualTo(Additions.NONE);
        assertThat(seams.of(alone, take).shifts()).isNotEqualTo(ShiftPath.NONE);
        assertThat(seams.withoutWaiting().of(alone, take).shifts().at(3)).isEmpty();
    }

    @Test
    void aRangeIsMeasuredByAJobAndShownOverTime() throws Exception {
        TakeFlows flows = new TakeFlows(folder.resolve("job"), 0);
        StageTools tools = new StageTools() {
            @Override
            public <T> T get(Class<T> type) {
                return type.cast(flows);
            }
        };
        MeasureFlow job = new MeasureFlow();
        RangeOrder order = new RangeOrder(Optional.of(0.5), Optional.of(0.62));
        Recipe feathered = alone.with(Seams.SECTION, new Seams(0.05, 3));
        StageResult result = job.run(feathered, take, order, tools, Run.QUIET);
        Recipe after = result.on(feathered);
        assertThat(after.seams().way()).isEqualTo(Seams.Way.FLOW);
        assertThat(after.seams().feather()).isEqualTo(0.05);
        assertThat(after.seams().measure().orElseThrow().worstSeconds()).isBetween(0.4, 0.7);
        Lane lane = new SeamsLane().measure(after, take, tools, Run.QUIET);
        assertThat(lane.whole().orElseThrow().points()).hasSizeBetween(3, 6);
        assertThat(lane.finer()).hasSize(1);
        assertThat(lane.finer().get(0).label()).isEqualTo("A to B");
        Evidence evidence = new SeamsStage().evidence(new StageView(after, take, 1920, tools));
        assertThat(evidence.verdict()).isEqualTo(Verdict.CHECK);
        assertThat(evidence.reason()).startsWith("Lenses show the same up to ");
        assertThatThrownBy(() -> job.check(after, new RangeOrder(Optional.of(2.0), Optional.of(1.0))))
                .hasMessageContaining("range ends before it begins");
        assertThatThrownBy(() -> job.run(
                        feathered,
                        take,
                        new RangeOrder(Optional.of(2.0), Optional.of(2.5)),
                        tools,
                        new Run(share -> {}, () -> true)))
                .isInstanceOf(CancellationException.class);
    }

    /** Its first lens is the one above the middle of the picture, the rig held however it is levelled and steadied. */
    @Test
    void aSeamIsUnrolledAlongTheMiddleOfAPicture() {
        SeamView view = SeamView.of(new TakeFlows(folder, 0), alone, take, 4).get(0);
        assertThat(view.first() + view.second()).isEqualTo("AB");
        assertThat(view.canvas().width()).isEqualTo(1440);
        Rig rig = alone.rig();
        for (int x : new int[] {0, 300, 900}) {
            for (int side : new int[] {-1, 1}) {
                Direction seen = view.recipe()
                        .level()
                        .still()
                        .apply(view.canvas().directionAt(x + 0.5, view.canvas().height() * (0.5 + 0.4 * side)));
                double first = axis(rig, 0).angleTo(seen);
                double second = axis(rig, 1).angleTo(seen);
                assertThat(first < second).isEqualTo(side < 0);
            }
        }
    }

    private static Direction axis(Rig rig, int lens) {
        return rig.lenses().get(lens).rigFromLens().apply(Direction.FORWARD);
    }

    @Test
    void fieldsAreKeptToAThousandthOfADegree() throws Exception {
        float[] along = {0, -0.3f, 0.55f, 0.0001f, 0.2f, -0.55f};
        float[] across = {0.1f, 0.1f, 0, -0.1f, 0.5f, 0};
        float[] sure = {0, 1, 0.5f, 0.25f, 0.75f, 0.1f};
        Path file = folder.resolve("fields").resolve("1.flow");
        FlowFile.write(List.of(new SeamFlow(3, 2, along, across, sure)), file);
        SeamFlow read = FlowFile.read(file).get(0);
        for (int i = 0; i < 6; i++) {
            assertThat(read.along()[i]).isCloseTo(along[i], within((float) Math.toRadians(0.00051)));
            assertThat(read.across()[i]).isCloseTo(across[i], within((float) Math.toRadians(0.00051)));
            assertThat(read.sure()[i]).isCloseTo(sure[i], within(0.002f));
        }
    }
}
