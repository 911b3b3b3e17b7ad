package foldback.engine.framing;

import foldback.core.framing.Framing;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.engine.document.FramingJson;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Lane;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Virtual cameras on the sphere. */
public final class FramingStage implements Stage {

    @Override
    public String title() {
        return "Framing";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(FramingJson.FORM);
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new FramingLane());
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new FollowSubject());
    }

    @Override
    public Evidence evidence(StageView view) {
        List<Framing> framings = view.recipe().framing().framings();
        if (framings.isEmpty()) {
            return new Evidence(Verdict.NOT_NEEDED, "No framing: the whole sphere goes out.", "none");
        }
        Lane.Curve fastest = framings.stream()
                .map(framing -> FramingLane.curve(framing, view.shown().commonSpan()))
                .max(Comparator.comparingDouble(FramingStage::most))
                .orElseThrow();
        String figure = framings.size() == 1 ? "1 framing" : framings.size() + " framings";
        double most = most(fastest);
        if (most == 0) {
            return new Evidence(
                    Verdict.SURE,
                    framings.size() == 1 ? "It stays where it looks." : "All of them stay where they look.",
                    figure);
        }
        String said = String.format(
                Locale.ROOT, "'%s' turns by up to %.2f of its own width a second.", fastest.label(), most);
        return most > FramingLane.COMFORT_WIDTHS_A_SECOND
                ? new Evidence(Verdict.CHECK, said + " Viewers lose what they look at: spread its keys.", figure)
                : new Evidence(Verdict.SURE, said, figure);
    }

    private static double most(Lane.Curve curve) {
        return curve.points().stream().mapToDouble(point -> point[1]).max().orElse(0);
    }
}
