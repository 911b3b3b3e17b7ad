package foldback.engine.rig;

import foldback.core.match.TiePoints;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.rig.Rig;
import foldback.core.run.Reason;
import foldback.core.run.Run;
import foldback.core.solve.RigFinder;
import foldback.engine.preview.Previewer;
import foldback.engine.stage.StageJob;
import foldback.engine.stage.StageResult;
import foldback.engine.stage.StageTools;
import foldback.engine.take.Take;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Solves the lenses that are on from what their pictures share; the others stay as they are. */
final class SolveRig implements StageJob<SolveOrder> {
    /** Where lenses point follows from the clips, when they start, and what was known of the rig; light and level are nothing to it. */
    private static final Set<String> DEPENDS = Set.of(StageResult.CLIPS, Geometry.SECTION.name());

    private static final Set<String> SETS = Set.of(Geometry.SECTION.name());

    @Override
    public String name() {
        return "solve";
    }

    @Override
    public Class<SolveOrder> order() {
        return SolveOrder.class;
    }

    @Override
    public void check(Recipe recipe, SolveOrder order) {
        order.request();
        if (order.fromPoints() && recipe.geometry().points().isEmpty()) {
            throw new IllegalArgumentException("The take has no tie points to solve from.");
        }
        if (recipe.showing().clips().size() < 2) {
            throw new IllegalArgumentException("One lens has no other that its picture could be compared with.");
        }
    }

    @Override
    public StageResult run(Recipe recipe, Take take, SolveOrder order, StageTools tools, Run run) {
        Take shown = take.showing(recipe);
        return order.fromPoints() ? again(recipe, shown, order, tools, run) : solve(recipe, shown, order, tools, run);
    }

    /** Clips go to the slots that they belong to. */
    private static StageResult solve(Recipe recipe, Take take, SolveOrder order, StageTools tools, Run run) {
        Rig on = recipe.geometry().rigOn();
        List<String> slots = on.slots();
        TakeRig.Solved solved =
                TakeRig.solve(on, take.clips(), new TakeFrames(tools.get(Previewer.class), take), order.request(), run);
        String hash = tools.get(TiePointStore.class).keep(solved.points(), slots);
        Map<String, String> moves = new HashMap<>();
        for (int i = 0; i < slots.size(); i++) {
            moves.put(slots.get(solved.clips()[i]), slots.get(i));
        }
        RigFinder.Found found = solved.found();
        for (Reason reason : solved.chosen()) {
            found = found.saying(reason);
        }
        Recipe moved = recipe.withSlots(moves);
        Geometry geometry = TakeGeometry.of(found, moved.geometry(), solved.moments(), hash);
        return new StageResult("Solve the rig", DEPENDS, moves, SETS, moved.with(Geometry.SECTION, geometry));
    }

    private static StageResult again(Recipe recipe, Take take, SolveOrder order, StageTools tools, Run run) {
        Rig on = recipe.geometry().rigOn();
        TiePoints known = tools.get(TiePointStore.class).of(recipe).between(recipe.rig(), on);
        RigFinder.Found found = TakeRig.again(on, take.clips(), known, order.request(), run);
        String hash = recipe.geometry().points().orElseThrow();
        Geometry geometry = TakeGeometry.of(found, recipe.geometry(), known.moments(), hash);
        return new StageResult("Solve the rig from its points", DEPENDS, SETS, recipe.with(Geometry.SECTION, geometry));
    }
}
