package foldback.engine.framing;

import foldback.core.framing.Framing;
import foldback.core.recipe.Recipe;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.engine.stage.Lane;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** How quickly what framings show passes by, over time: in their own widths, since the closer one looks the more a turn shows. */
final class FramingLane implements StageLane {
    /** What crosses a picture in less than two and a half seconds cannot be followed calmly. */
    static final double COMFORT_WIDTHS_A_SECOND = 0.4;

    private static final int POINTS = 400;
    private static final int DECIMALS = 2;

    @Override
    public Effort effort() {
        return Effort.LITTLE;
    }

    @Override
    public boolean applies(Recipe recipe) {
        return !recipe.framing().framings().isEmpty();
    }

    @Override
    public Object dependsOn(Recipe recipe) {
        return List.of(recipe.framing(), recipe.clips(), recipe.geometry().off());
    }

    @Override
    public Lane measure(Recipe recipe, Take take, StageTools tools, Run run) {
        TimeSpan span = take.showing(recipe).commonSpan();
        List<Lane.Curve> curves = recipe.framing().framings().stream()
                .map(framing -> curve(framing, span))
                .toList();
        return new Lane(Optional.of(fastest(curves)), curves);
    }

    /** One framing's turning. */
    static Lane.Curve curve(Framing framing, TimeSpan span) {
        List<double[]> points = new ArrayList<>();
        for (int n = 0; n <= POINTS; n++) {
            double seconds = span.from() + span.seconds() * n / POINTS;
            double widths =
                    framing.turning(seconds) / framing.field().at(seconds).value();
            points.add(new double[] {seconds, widths});
        }
        return new Lane.Curve(framing.name(), " widths/s", COMFORT_WIDTHS_A_SECOND, DECIMALS, points);
    }

    private static Lane.Curve fastest(List<Lane.Curve> curves) {
        List<double[]> points = new ArrayList<>();
        for (int n = 0; n <= POINTS; n++) {
            int at = n;
            double most = curves.stream()
                    .mapToDouble(curve -> curve.points().get(at)[1])
                    .max()
                    .orElse(0);
            points.add(new double[] {curves.get(0).points().get(n)[0], most});
        }
        return new Lane.Curve("", " widths/s", COMFORT_WIDTHS_A_SECOND, DECIMALS, points);
    }
}
