package foldback.core.stitch.plan;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.lens.FisheyeLens;
import foldback.core.lens.ImageCircle;
import foldback.core.lens.Lens;
import foldback.core.lens.LensFrame;
import foldback.core.lens.RectilinearLens;
import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.space.Position;
import foldback.core.space.Rotation;
import foldback.core.time.FrameRate;
import foldback.core.warp.Canvas;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** No pixel of a sphere that the lenses cover stays black, whatever the size of the canvas. */
class CoveredSphereTest {

    @ParameterizedTest
    @ValueSource(ints = {128, 160, 256, 320, 512, 720, 1024, 2048, 4096, 8192})
    void noPixelIsBlack(int width) {
        for (Rig rig : List.of(
                ReadyRigs.twoBackToBack(), pair(960, 195), pair(1920, 186), pair(2880, 200), sixFaces(1440, 104))) {
            if (width > 4096 && rig.lenses().size() > 2) {
                continue;
            }
            assertThat(blackPixels(plan(rig, width), Math.PI / 2))
                    .as("black pixels of %s at %d wide", rig.name(), width)
                    .isZero();
        }
    }

    /** A ring that leaves holes above and below: only these are black. */
    @ParameterizedTest
    @ValueSource(ints = {128, 256, 512, 1280})
    void theSeamsOfARingAreClosed(int width) {
        assertThat(blackPixels(plan(ReadyRigs.sixAround(), width), Math.toRadians(40)))
                .isZero();
    }

    @ParameterizedTest
    @ValueSource(ints = {512, 1280, 1920})
    void sourcesAreStillHalvedWhereTheSeamsAllowIt(int width) {
        StitchPlan plan = plan(ReadyRigs.twoBackToBack(), width);
        Lens lens = plan.settings().rig().lenses().get(0).lens();
        assertThat(lens.focalPx() * 2 * Math.PI / width).isBetween(0.75, 1.5);
    }

    private static StitchPlan plan(Rig rig, int width) {
        List<ClipRef> clips = new ArrayList<>();
        List<RecipePlan.Source> sources = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            clips.add(new ClipRef(lens.slot(), lens.slot() + ".mp4", "0".repeat(63) + clips.size(), 0));
            LensFrame frame = lens.lens().frame();
            sources.add(new RecipePlan.Source(
                    frame.width(), frame.height(), PixelFormat.YUV420_8, ColourTags.BT709_LIMITED));
        }
        Recipe recipe = Recipe.start(new FrameRate(25, 1), clips, rig, "test");
        return StitchPlan.compile(RecipePlan.compile(recipe, new Canvas(width, width / 2), sources)
                .settings());
    }

    private static int blackPixels(StitchPlan plan, double mostPitch) {
        int size = plan.cellSize();
        int height = plan.canvas().height();
        int black = 0;
        for (int cell = 0; cell < plan.cellColumns() * plan.cellRows(); cell++) {
            int top = cell / plan.cellColumns() * size;
            for (int k = 0; plan.pictureOf(cell) < 0 && k < size * size; k++) {
                double pitch = (0.5 - (top + k / size + 0.5) / height) * Math.PI;
                if (Math.abs(pitch) < mostPitch && top + k / size < height) {
                    black += weight(plan, cell, k) == 0 ? 1 : 0;
                }
            }
        }
        return black;
    }

    private static int weight(StitchPlan plan, int cell, int pixel) {
        int sum = 0;
        for (int lens = 0; lens < plan.pictureCount() && plan.pictureOf(cell) == StitchPlan.MIXED; lens++) {
            sum += plan.mixed(cell).weight(lens, pixel);
        }
        return sum;
    }

    private static Rig pair(int size, double degrees) {
        double middle = size / 2.0;
        LensFrame frame =
                new LensFrame(size, size, middle, middle, Optional.of(new ImageCircle(middle, middle, middle - 4)));
        Lens lens = FisheyeLens.equidistant(frame, Math.toRadians(degrees));
        return new Rig(
                "Two fisheyes of " + degrees + " degrees and " + size + " pixels",
                List.of(
                        new RigLens("A", lens, Rotation.IDENTITY, Position.ORIGIN),
                        new RigLens("B", lens, Rotation.ofYawPitchRoll(Math.PI, 0, 0), Position.ORIGIN)));
    }

    /** Flat lenses through the faces of a cube. */
    private static Rig sixFaces(int size, double degrees) {
        LensFrame frame = new LensFrame(size, size, size / 2.0, size / 2.0, Optional.empty());
        Lens lens = new RectilinearLens(frame, size / 2.0 / Math.tan(Math.toRadians(degrees) / 2), 0, 0, 0, 0, 0);
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            Rotation turn = i < 4
                    ? Rotation.ofYawPitchRoll(i * Math.PI / 2, 0, 0)
                    : Rotation.ofYawPitchRoll(0, i == 4 ? Math.PI / 2 : -Math.PI / 2, 0);
            lenses.add(new RigLens(String.valueOf((char) ('A' + i)), lens, turn, Position.ORIGIN));
        }
        return new Rig("Six faces of " + degrees + " degrees", lenses);
    }
}
