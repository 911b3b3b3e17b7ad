package foldback.core.stitch;

import static foldback.core.stitch.Planes.difference;
import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.run.Threads;
import foldback.core.seam.SeamMoves;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamStrip;
import foldback.core.seam.guard.Guard;
import foldback.core.seam.guard.GuardedSeams;
import foldback.core.seam.route.RoutedSeams;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.stitch.plan.CanvasPart;
import foldback.core.stitch.plan.MovableWeights;
import foldback.core.stitch.plan.MovingPlan;
import foldback.core.stitch.plan.RigMotion;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import foldback.core.warp.ShiftPath;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Each lens films one grey of its own, so that a stitched picture says which lens is shown where. */
class GuardedStitchTest {
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(3);
    private static final Threads THREADS = new Threads(EXECUTOR, 2);
    private static final double FAR = Double.POSITIVE_INFINITY;
    private static final double FEATHER = Math.toRadians(3);
    private static final Canvas CANVAS = new Canvas(640, 320);
    private static final Rotation LEVEL = Rotation.ofYawPitchRoll(1.1, -0.2, 0.3);
    private static final long KEPT = 16L << 20;
    private static final int FIRST_GREY = 200;
    private static final int STEP = 100;

    @AfterAll
    static void end() {
        EXECUTOR.shutdownNow();
    }

    private static Rig two() {
        return Stitches.scaled(ReadyRigs.twoBackToBack(), 720, 720);
    }

    private static Track<Amount> degrees(double value) {
        return Track.still(new Amount(Math.toRadians(value)));
    }

    private static Guard guard(String name, String lens, double yaw, Track<Amount> pitch, double strength) {
        return new Guard(
                name,
                Optional.ofNullable(lens),
                degrees(yaw),
                pitch,
                degrees(20),
                degrees(3),
                degrees(1.5),
                Track.still(new Amount(strength)),
                0);
    }

    private static Frame stitched(Stitch stitch, Rig rig, double seconds) throws InterruptedException {
        List<Frame> filmed = IntStream.range(0, rig.lenses().size())
                .mapToObj(lens -> grey(rig, lens))
                .toList();
        return Stitches.stitched(stitch, filmed, CANVAS, seconds, THREADS);
    }

    private static Frame grey(Rig rig, int lens) {
        int width = rig.lenses().get(lens).lens().frame().width();
        int height = rig.lenses().get(lens).lens().frame().height();
        Frame frame = Frame.allocate(PixelFormat.YUV420_10, ColourTags.BT709_LIMITED, width, height);
        Planes.fill(frame.y(), greyOf(lens));
        Planes.fill(frame.u(), 512);
        Planes.fill(frame.v(), 512);
        return frame;
    }

    private static int greyOf(int lens) {
        return FIRST_GREY + STEP * lens;
    }

    private static StitchSettings settings(Rig rig) {
        return new StitchSettings(CANVAS, rig, LEVEL, FAR, FEATHER);
    }

    private static Frame usual(Rig rig) throws InterruptedException {
        return stitched(new Stitcher(StitchPlan.compile(settings(rig)), Kernel.FINE), rig, 0);
    }

    private static SeamMoves seams(Rig rig, List<Guard> guards) {
        return new GuardedSeams(rig, FAR, guards, FEATHER);
    }

    private static MovingPlan plan(Rig rig, SeamMoves seams) throws InterruptedException {
        StitchSettings settings = settings(rig);
        RigMotion still = RigMotion.still(rig.lenses().size());
        return MovingPlan.compile(settings, CanvasPath.still(CANVAS), still, ShiftPath.NONE, THREADS)
                .with(seams, MovableWeights.of(settings, seams.strips(), THREADS));
    }

    private static Frame guarded(Rig rig, List<Guard> guards, double seconds) throws InterruptedException {
        SeamMoves seams = seams(rig, guards);
        CanvasPart part = CanvasPart.of(CANVAS, LEVEL, List.of(seams::reaches));
        Stitch stitch =
                new PartlyMovedStitcher(StitchPlan.compile(settings(rig)), plan(rig, seams), part, Kernel.FINE, KEPT);
        return stitched(stitch, rig, seconds);
    }

    /** How far the farthest pixel of a guard's inside is from the grey of a lens. */
    private static int worst(Frame frame, Guard guard, double seconds, int lens) {
        int worst = 0;
        int seen = 0;
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                if (guard.at(seconds).inside(direction(x, y)) > 0) {
                    worst = Math.max(worst, Math.abs(frame.y().get(x, y) - greyOf(lens)));
                    seen++;
                }
            }
        }
        assertThat(seen).as("pixels inside").isGreaterThan(35);
        return worst;
    }

    private static Direction direction(int x, int y) {
        double yaw = ((x + 0.5) / CANVAS.width() - 0.5) * 2 * Math.PI;
        double pitch = (0.5 - (y + 0.5) / CANVAS.height()) * Math.PI;
        return LEVEL.apply(Direction.ofYawPitch(yaw, pitch));
    }

    @Test
    void aGuardIsShownByOneLensWhole() throws InterruptedException {
        Rig rig = two();
        for (String lens : List.of("A", "B")) {
            Guard guard = guard("Hat", lens, 90, degrees(12), 1);
            int number = lens.equals("A") ? 0 : 1;
            assertThat(worst(usual(rig), guard, 0, number)).as("without it").isGreaterThan(STEP / 2);
            assertThat(worst(guarded(rig, List.of(guard), 0), guard, 0, number))
                    .as(lens)
                    .isZero();
        }
    }

    @Test
    void allElseStaysAsItWas() throws InterruptedException {
        Rig rig = two();
        Guard guard = guard("Hat", "A", 90, degrees(12), 1);
        Frame with = guarded(rig, List.of(guard), 0);
        Frame without = usual(rig);
        for (int y = 0; y < CANVAS.height(); y++) {
            for (int x = 0; x < CANVAS.width(); x++) {
                if (guard.at(0).middle().angleTo(direction(x, y)) > Math.toRadians(25)) {
                    assertThat(with.y().get(x, y)).isEqualTo(without.y().get(x, y));
                }
            }
        }
    }

    @Test
    void theWholeCanvasFollowedIsTheSame() throws InterruptedException {
        Rig rig = two();
        List<Guard> guards = List.of(guard("Hat", "B", 90, degrees(12), 0.6));
        Frame partly = guarded(rig, guards, 0);
        Frame whole = stitched(new MovingStitcher(plan(rig, seams(rig, guards)), Kernel.FINE), rig, 0);
        // Weights of a canvas and those of lenses' own pictures differ by parts of a pixel, without guards too.
        Frame followed = stitched(new MovingStitcher(plan(rig, seams(rig, List.of())), Kernel.FINE), rig, 0);
        int usual = difference(followed.y(), usual(rig).y());
        assertThat(difference(partly.y(), whole.y())).isLessThanOrEqualTo(usual);
    }

    @Test
    void seamsFollowAGuardThatMoves() throws InterruptedException {
        Rig rig = two();
        Guard guard = guard(
                "Raker",
                "B",
                89,
                new Track<>(List.of(
                        new Key<>(1, new Amount(Math.toRadians(-40))), new Key<>(3, new Amount(Math.toRadians(40))))),
                1);
        for (double seconds : new double[] {0.5, 1.6, 2, 2.7, 5}) {
            assertThat(worst(guarded(rig, List.of(guard), seconds), guard, seconds, 1))
                    .as("at " + seconds)
                    .isZero();
        }
    }

    @Test
    void withoutStrengthASeamStays() throws InterruptedException {
        Rig rig = two();
        Guard guard = guard("Hat", "A", 90, degrees(12), 0);
        assertThat(difference(guarded(rig, List.of(guard), 0).y(), usual(rig).y()))
                .isZero();
        assertThat(CanvasPart.of(CANVAS, LEVEL, List.of(seams(rig, List.of(guard))::reaches))
                        .share())
                .isZero();
    }

    @Test
    void ofTwoThatWantTheSameTheEarlierOneWins() throws InterruptedException {
        Rig rig = two();
        Guard one = guard("One", "A", 90, degrees(12), 1);
        Guard other = guard("Other", "B", 90.5, degrees(12), 1);
        assertThat(worst(guarded(rig, List.of(one, other), 0), one, 0, 0)).isZero();
        assertThat(worst(guarded(rig, List.of(other, one), 0), other, 0, 1)).isZero();
    }

    @Test
    void theLensThatSeesItBestKeepsItWhereNoneIsNamed() {
        assertThat(GuardedSeams.keeper(two(), guard("Hat", null, 80, degrees(0), 1)))
                .isZero();
        assertThat(GuardedSeams.keeper(two(), guard("Hat", null, 100, degrees(0), 1)))
                .isOne();
        assertThat(GuardedSeams.keeper(two(), guard("Hat", "C", 80, degrees(0), 1)))
                .isNegative();
    }

    @Test
    void aRingOfSixKeepsOneWhole() throws InterruptedException {
        Rig rig = Stitches.scaled(ReadyRigs.sixAround(), 360, 480);
        Guard guard = guard("Post", null, 32, degrees(3), 1);
        int lens = GuardedSeams.keeper(rig, guard);
        assertThat(worst(usual(rig), guard, 0, lens)).isGreaterThan(STEP / 2);
        assertThat(worst(guarded(rig, List.of(guard), 0), guard, 0, lens)).isZero();
    }

    /** A seam that swings to one side and the other all round, ever more. */
    private static SeamMoves swinging(Rig rig) {
        List<SeamStrip> measured = SeamStrip.of(rig, FAR, SeamSettings.DEFAULT);
        return new RoutedSeams(
                GuardedSeams.stripsOf(rig, FAR),
                measured,
                seconds -> measured.stream()
                        .map(strip -> {
                            float[] way = new float[strip.columns() / SeamStrip.MULTIPLE];
                            for (int column = 0; column < way.length; column++) {
                                way[column] = (float) Math.toRadians(seconds * Math.sin(0.05 * column));
                            }
                            return way;
                        })
                        .toList(),
                FEATHER);
    }

    private static Stitch partly(Rig rig, SeamMoves seams) throws InterruptedException {
        CanvasPart part = CanvasPart.of(CANVAS, LEVEL, List.of(seams::reaches));
        return new PartlyMovedStitcher(StitchPlan.compile(settings(rig)), plan(rig, seams), part, Kernel.FINE, KEPT);
    }

    @Test
    void aSeamTakesTheWayThatWasFoundForIt() throws InterruptedException {
        Rig rig = two();
        SeamMoves seams = swinging(rig);
        Frame frame = stitched(partly(rig, seams), rig, 4);
        SeamStrip strip = seams.strips().get(0);
        List<float[]> moves = seams.at(4);
        int looked = 0;
        for (int column = 0; column < strip.columns(); column += 7) {
            double beyond = Math.toRadians(2.2);
            looked += shows(frame, strip, moves, column, beyond, strip.first());
            looked += shows(frame, strip, moves, column, -beyond, strip.second());
        }
        assertThat(looked).isGreaterThan(200);
    }

    /** Just beside a moved seam the lens of that side is shown alone. */
    private static int shows(Frame frame, SeamStrip strip, List<float[]> moves, int column, double beside, int lens) {
        double row = (strip.rows() - 1) / 2.0 + (moves.get(0)[column] + beside) / strip.stepRad();
        Direction there = LEVEL.inverse().apply(strip.direction(column, row));
        int x = (int) ((there.yaw() / (2 * Math.PI) + 0.5) * CANVAS.width());
        int y = (int) ((0.5 - there.pitch() / Math.PI) * CANVAS.height());
        boolean isNearPole = Math.abs(there.pitch()) > Math.toRadians(75);
        if (!isNearPole) {
            assertThat(frame.y().get(Math.min(CANVAS.width() - 1, x), Math.min(CANVAS.height() - 1, y)))
                    .as("column %d", column)
                    .isBetween(greyOf(lens) - 1, greyOf(lens) + 1);
        }
        return isNearPole ? 0 : 1;
    }

    /** What is found from picture to picture is what is found at once. */
    @Test
    void seamsThatMoveOnFromAPictureAreAsThoseThatBeginThere() throws InterruptedException {
        Rig rig = two();
        Stitch going = partly(rig, swinging(rig));
        for (double seconds : new double[] {1, 3, 0, 5, 2}) {
            Frame onwards = stitched(going, rig, seconds);
            assertThat(difference(
                            onwards.y(),
                            stitched(partly(rig, swinging(rig)), rig, seconds).y()))
                    .isZero();
        }
    }

    @Test
    void guardsAreGoneRoundOnTopOfAWay() throws InterruptedException {
        Rig rig = two();
        List<Guard> guards = List.of(guard("Pole", "A", 90, degrees(5), 1));
        SeamMoves seams = new GuardedSeams(rig, GuardedSeams.stripsOf(rig, FAR), guards, FEATHER, swinging(rig));
        Frame frame = stitched(partly(rig, seams), rig, 3);
        assertThat(worst(frame, guards.get(0), 3, 0)).isLessThanOrEqualTo(1);
        assertThat(difference(
                        frame.y(), stitched(partly(rig, swinging(rig)), rig, 3).y()))
                .isPositive();
    }
}
