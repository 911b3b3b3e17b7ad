package foldback.gauge.rig;

import foldback.core.match.Moment;
import foldback.core.picture.BytePlane;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** How long six lenses of twelve megapixels take to solve, pictures at hand. */
public final class RigSpeed {
    private static final int SIX = 3;
    private static final long SEED = 5;
    private static final int WIDTH = 3000;
    private static final int HEIGHT = 4000;
    private static final int RUNS = 3;

    private RigSpeed() {}

    /** A line for people. */
    public static String run() {
        RigScene scene = RigScene.make(SIX, SEED);
        List<Plane> lumas = scene.shoot().stream().map(RigSpeed::enlarged).toList();
        Rig card = new Rig(
                scene.card().name(),
                scene.card().lenses().stream()
                        .map(lens -> lens.scaledTo(WIDTH, HEIGHT))
                        .toList());
        double[] seconds = new double[RUNS];
        for (int n = 0; n < RUNS; n++) {
            long begun = System.nanoTime();
            RigFinder.fromCard(card, List.of(new Moment(lumas, 8)), SolveSettings.defaults(), Run.QUIET);
            seconds[n] = (System.nanoTime() - begun) / 1e9;
        }
        Arrays.sort(seconds);
        return String.format(
                Locale.ROOT,
                "rig: six lenses of %d x %d solved in %.1f s (%.1f to %.1f), bar 20 s",
                WIDTH,
                HEIGHT,
                seconds[RUNS / 2],
                seconds[0],
                seconds[RUNS - 1]);
    }

    /** Filming so many pixels takes minutes; for the time of a solve only their number matters. */
    private static Plane enlarged(Plane from) {
        Plane large = new BytePlane(new byte[WIDTH * HEIGHT], 0, WIDTH, WIDTH, HEIGHT);
        Enlarging.draw(from, large, (x, y) -> true);
        return large;
    }
}
