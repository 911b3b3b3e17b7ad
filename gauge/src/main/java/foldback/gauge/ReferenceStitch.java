package foldback.gauge;

import foldback.core.measure.SlowSampling;
import foldback.core.picture.Frame;
import foldback.core.rig.RigLens;
import foldback.core.stitch.plan.StitchPlan;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.warp.LensView;
import java.util.List;
import java.util.stream.IntStream;

/** A slow stitch in double precision for luma: exact coordinates a pixel, bicubic weights by formula, no tables. */
final class ReferenceStitch {
    private ReferenceStitch() {}

    /** Fills the luma of {@code canvas}; weights are the plan's. */
    static void luma(StitchPlan plan, List<Frame> frames, Frame canvas) {
        StitchSettings settings = plan.settings();
        List<LensView> views = settings.rig().lenses().stream()
                .map((RigLens lens) -> new LensView(lens, settings.rigFromCanvas(), settings.meetingMetres()))
                .toList();
        IntStream.range(0, canvas.height()).parallel().forEach(y -> {
            for (int x = 0; x < canvas.width(); x++) {
                double sum = 0;
                for (int lens = 0; lens < views.size(); lens++) {
                    int weight = plan.weightAt(lens, x, y);
                    if (weight > 0) {
                        double[] at = views.get(lens).project(settings.canvas(), x + 0.5, y + 0.5);
                        sum += weight
                                / 256.0
                                * SlowSampling.bicubic(frames.get(lens).y(), at[0] - 0.5, at[1] - 0.5);
                    }
                }
                canvas.y().set(x, y, (int) Math.max(0, Math.min(255, Math.round(sum))));
            }
        });
    }
}
