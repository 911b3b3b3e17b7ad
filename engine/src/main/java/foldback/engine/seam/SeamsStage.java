package foldback.engine.seam;

import foldback.core.matte.MatteHole;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.SeamMeasure;
import foldback.core.recipe.Seams;
import foldback.core.rig.Eye;
import foldback.core.rig.Rig;
import foldback.core.run.Evidence;
import foldback.core.run.Verdict;
import foldback.core.seam.guard.GuardReach;
import foldback.engine.document.SectionForm;
import foldback.engine.document.seam.SeamsJson;
import foldback.engine.stage.Stage;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageLane;
import foldback.engine.stage.StageView;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Where and how lenses meet. */
public final class SeamsStage implements Stage {

    @Override
    public String title() {
        return "Seams";
    }

    @Override
    public Optional<SectionForm<?>> form() {
        return Optional.of(SeamsJson.FORM);
    }

    /** Cut off hard against each other, as far away as can be. */
    @Override
    public Optional<Recipe> without(Recipe recipe) {
        return Optional.of(recipe.with(Seams.SECTION, new Seams(0, Double.POSITIVE_INFINITY)));
    }

    @Override
    public List<StageJob<?>> jobs() {
        return List.of(new MeasureFlow(), new FollowGuarded());
    }

    @Override
    public Optional<StageLane> lane() {
        return Optional.of(new SeamsLane());
    }

    @Override
    public Evidence evidence(StageView view) {
        Seams seams = view.recipe().seams();
        if (eachEyeHasOneLens(view.recipe().geometry().rigOn())) {
            return new Evidence(Verdict.NOT_NEEDED, "Each eye sees through one lens: there is no seam.", "no seams");
        }
        double degrees = Math.toDegrees(seams.feather());
        String feather = degrees == 0 ? "hard cut" : String.format(Locale.ROOT, "feather %.1f\u00b0", degrees);
        String way = switch (seams.way()) {
            case FEATHER -> feather;
            case BANDS -> "bands, " + feather;
            case PATH -> "path, " + feather;
            case FLOW -> "flow, " + feather;
        };
        String figure = way
                + counted(seams.guards().size(), "guard")
                + counted(seams.strokes().size(), "stroke");
        Optional<GuardReach> beyond =
                GuardReach.worst(view.recipe().geometry().rigOn(), seams.meetingMetres(), seams.guards());
        if (beyond.isPresent()) {
            return new Evidence(Verdict.CHECK, sentence(beyond.get()), figure);
        }
        Rig rig = view.recipe().geometry().rigOn();
        Optional<MatteHole> hole = MatteHole.worst(rig, seams.meetingMetres(), seams.mattes(rig));
        if (hole.isPresent()) {
            return new Evidence(Verdict.CHECK, sentence(hole.get()), figure);
        }
        if (seams.measure().isEmpty()) {
            return new Evidence(Verdict.CHECK, "Not measured.", figure);
        }
        SeamMeasure measure = seams.measure().get();
        if (measure.algorithm() != TakeFlows.ALGORITHM) {
            return new Evidence(Verdict.CHECK, "Measured in an earlier way: measure again.", figure);
        }
        String apart = String.format(
                Locale.ROOT,
                "Lenses show the same up to %.2f\u00b0 apart, most at %.1f s",
                Math.toDegrees(measure.apartRad()),
                measure.worstSeconds());
        String end = switch (seams.way()) {
            case FLOW -> "; flow brings it together: look at what crosses the seams there.";
            case PATH -> "; the path goes round what it can: look at what crosses the seams there.";
            case FEATHER, BANDS -> "; flow would bring it together, a path go round it.";
        };
        return new Evidence(Verdict.CHECK, apart + end, figure);
    }

    private static boolean eachEyeHasOneLens(Rig rig) {
        return rig.isStereo()
                && Stream.of(Eye.LEFT, Eye.RIGHT)
                        .allMatch(eye -> rig.lenses().stream()
                                        .filter(lens -> lens.eye().serves(eye))
                                        .count()
                                == 1);
    }

    private static String counted(int count, String what) {
        return switch (count) {
            case 0 -> "";
            case 1 -> ", 1 " + what;
            default -> ", " + count + " " + what + "s";
        };
    }

    private static String sentence(MatteHole hole) {
        boolean one = hole.slots().size() == 1;
        double yaw = Math.toDegrees(hole.middle().yaw());
        double pitch = Math.toDegrees(hole.middle().pitch());
        return String.format(
                Locale.ROOT,
                "Paint leaves no lens for %.1f%% of the sphere at %.1f s, about %.0f\u00b0 to the %s and %.0f\u00b0 %s:"
                        + " lens%s %s %s all the same. Clear some of it, or paint a lens in that sees it.",
                100 * hole.share(),
                hole.seconds(),
                Math.abs(yaw),
                yaw < 0 ? "left" : "right",
                Math.abs(pitch),
                pitch < 0 ? "down" : "up",
                one ? "" : "es",
                String.join(", ", hole.slots()),
                one ? "shows there" : "show there");
    }

    private static String sentence(GuardReach beyond) {
        String when = beyond.seconds().isPresent()
                ? String.format(Locale.ROOT, " at %.1f s", beyond.seconds().getAsDouble())
                : "";
        return String.format(
                Locale.ROOT,
                "Lens %s sees %.0f%% of guard \u201c%s\u201d%s: a seam shows in the rest. Move it, make it smaller, or let"
                        + " another lens keep it.",
                beyond.slot(),
                100 * beyond.seen(),
                beyond.guard(),
                when);
    }

    /** What was measured stays each take's own. */
    @Override
    public Recipe give(Recipe from, Recipe to, Take take) {
        Seams given = from.seams();
        return to.with(
                Seams.SECTION,
                new Seams(
                        given.way(),
                        given.feather(),
                        given.meetingMetres(),
                        given.memorySeconds(),
                        given.guards(),
                        given.strokes(),
                        to.seams().measure()));
    }
}
