package foldback.engine.rig;

import foldback.core.match.Moment;
import foldback.core.match.TiePoint;
import foldback.core.match.points.PointFinder;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.solve.PointFit;
import foldback.core.time.TimeSpan;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;

/** How well a rig fits a take over its time: a rig that was knocked shows as a step. */
public final class RigLane {
    private static final int MOMENTS = 7;
    /** Pictures wider than this are looked at in half their size. */
    private static final int WIDE = 1200;

    /** How far a knocked rig is followed, radians. */
    private static final PointFinder.Search SEARCH = new PointFinder.Search(Math.toRadians(0.7), 1.3, 0);

    /** Fewer points say nothing of a moment. */
    private static final int LEAST = 8;

    private RigLane() {}

    /**
     * What is left at one moment.
     *
     * @param residualRad median of what lenses disagree by, radians; NaN where too little is alike
     * @param lensRad the same for each lens alone
     */
    public record At(double seconds, double residualRad, double[] lensRad) {}

    public static List<At> measure(Rig rig, Take take, LensFrames frames, Run run) {
        TimeSpan span = take.commonSpan();
        LensFrames smaller = smaller(frames, take);
        List<At> lane = new ArrayList<>();
        for (int m = 0; m < MOMENTS; m++) {
            double seconds = span.from() + span.seconds() * (m + 0.5) / MOMENTS;
            Moment seen =
                    TakeRig.seen(take.clips(), smaller, List.of(seconds), run).get(0);
            Rig smallRig = fitted(rig, seen);
            List<TiePoint> points = new PointFinder(smallRig, seen, 0).patches(smallRig, SEARCH, Run.QUIET);
            lane.add(at(seconds, smallRig, points));
            run.step((m + 1.0) / MOMENTS);
        }
        return lane;
    }

    private static LensFrames smaller(LensFrames frames, Take take) {
        int[] more = take.clips().stream()
                .mapToInt(clip -> clip.video().width() > WIDE ? 1 : 0)
                .toArray();
        return new LensFrames() {
            @Override
            public Frame at(int lens, double seconds, int halvings) {
                return frames.at(lens, seconds, halvings + more[lens]);
            }

            @Override
            public Frame near(int lens, double seconds, int halvings) {
                return frames.near(lens, seconds, halvings + more[lens]);
            }
        };
    }

    /** Pictures may come from proxies, of whatever size those have. */
    static Rig fitted(Rig rig, Moment seen) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < seen.lumas().size(); i++) {
            Plane luma = seen.lumas().get(i);
            lenses.add(rig.lenses().get(i).scaledTo(luma.width(), luma.height()));
        }
        return new Rig(rig.name(), lenses);
    }

    private static At at(double seconds, Rig rig, List<TiePoint> points) {
        int lenses = rig.lenses().size();
        List<List<Double>> of = new ArrayList<>();
        List<Double> all = new ArrayList<>();
        for (int i = 0; i < lenses; i++) {
            of.add(new ArrayList<>());
        }
        for (TiePoint point : points) {
            double rest = PointFit.of(rig, point).residualRad();
            if (!Double.isNaN(rest)) {
                all.add(rest);
                of.get(point.first()).add(rest);
                of.get(point.second()).add(rest);
            }
        }
        return new At(
                seconds, median(all), of.stream().mapToDouble(RigLane::median).toArray());
    }

    private static double median(List<Double> values) {
        double[] sorted = values.stream().mapToDouble(value -> value).sorted().toArray();
        return sorted.length < LEAST ? Double.NaN : sorted[sorted.length / 2];
    }
}
