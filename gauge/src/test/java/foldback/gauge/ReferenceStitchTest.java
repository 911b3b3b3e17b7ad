package foldback.gauge;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.measure.WsPsnr;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.stitch.Stitcher;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import foldback.core.tone.LightFormat;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.core.warp.Sampler;
import foldback.sim.film.DemoRigs;
import foldback.sim.film.Sensor;
import foldback.sim.film.Studio;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A small form of what {@code measure} holds: the whole chain against the simulator's truth. */
class ReferenceStitchTest {
    private static final PixelFormat FORMAT = PixelFormat.YUV420_8;

    @Test
    void theStitchOfSimulatedLensesIsTheTrueSphere() {
        Rig full = DemoRigs.withoutParallax(DemoRigs.sluicePath());
        Rig rig = new Rig(
                "small",
                full.lenses().stream().map(lens -> lens.scaledTo(256, 256)).toList());
        Canvas canvas = new Canvas(512, 256);
        Studio studio = new Studio();
        List<Frame> frames = studio.shoot(rig, List.of(Sensor.IDEAL, Sensor.IDEAL), 1, FORMAT, 3);
        Frame truth = studio.sphere(512, 1, FORMAT, 3);
        StitchPlan plan = StitchPlan.compile(
                new StitchSettings(canvas, rig, Rotation.IDENTITY, Double.POSITIVE_INFINITY, Math.toRadians(4)));
        Frame reference = Frame.allocate(FORMAT, ColourTags.BT709_LIMITED, 512, 256);
        ReferenceStitch.luma(plan, frames, reference);
        double best = WsPsnr.of(reference.y(), truth.y(), 255);
        // Fine detail at the pixel limit differs between two samplings; a wrong sign anywhere gives under 20 dB.
        assertThat(best).isGreaterThan(27);
        LensLight light = new LightFormat(
                        FORMAT, ColourTags.BT709_LIMITED, FORMAT, ColourTags.BT709_LIMITED, Sampler.FRACTION_BITS)
                .plain();
        for (Kernel kernel : Kernel.values()) {
            Frame stitched = Frame.allocate(FORMAT, ColourTags.BT709_LIMITED, 512, 256);
            new Stitcher(plan, kernel).stitch(frames, List.of(light, light), stitched);
            double allowed = kernel == Kernel.FINE ? 0.1 : 1.0;
            assertThat(best - WsPsnr.of(stitched.y(), truth.y(), 255))
                    .as("%s", kernel)
                    .isLessThan(allowed);
        }
    }
}
