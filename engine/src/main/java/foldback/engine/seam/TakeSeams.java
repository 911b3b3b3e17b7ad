package foldback.engine.seam;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.seam.SeamMoves;
import foldback.engine.picture.Additions;
import foldback.engine.picture.TakeAdditions;
import foldback.engine.take.Take;
import java.util.List;

/** How lenses meet beside what their feather says, on top of how their rig moved. */
public final class TakeSeams implements TakeAdditions {
    private final TakeAdditions moving;
    private final TakeFlows flows;
    private final TakeRoutes routes;

    /** What is done where a moment's flow was not measured yet. */
    private enum Missing {
        MEASURED,
        NEAREST_MEASURED,
        LEFT_OUT
    }

    private final Missing missing;

    private TakeSeams(TakeAdditions moving, TakeFlows flows, TakeRoutes routes, Missing missing) {
        this.moving = moving;
        this.flows = flows;
        this.routes = routes;
        this.missing = missing;
    }

    /** Measures what is missing, however long that takes. */
    public TakeSeams(TakeAdditions moving, TakeFlows flows) {
        this(moving, flows, new TakeRoutes(flows), Missing.MEASURED);
    }

    /** The same that measures the moment itself alone where more is missing: for who looks. */
    public TakeSeams forLooking() {
        return new TakeSeams(moving, flows, routes, Missing.NEAREST_MEASURED);
    }

    /** The same that leaves out what is missing: for films that are played. */
    public TakeSeams withoutWaiting() {
        return new TakeSeams(moving, flows, routes, Missing.LEFT_OUT);
    }

    @Override
    public Additions of(Recipe recipe, Take shown) {
        Additions moved = moving.of(recipe, shown);
        if (!recipe.depth().curve().isNone() && recipe.geometry().rigOn().isStereo()) {
            return moved.withShifts(newViews(recipe, shown));
        }
        if (recipe.seams().way() == Seams.Way.PATH && shown.clips().size() > 1) {
            SeamMoves own = routed(recipe, shown);
            return moved.withSeams(
                    TakeGuards.of(recipe, own).<SeamMoves>map(seams -> seams).orElse(own));
        }
        Additions base = TakeGuards.of(recipe).map(moved::withSeams).orElse(moved);
        if (recipe.seams().way() != Seams.Way.FLOW || shown.clips().size() < 2) {
            return base;
        }
        return base.withShifts(
                switch (missing) {
                    case MEASURED -> flows.path(recipe, shown);
                    case NEAREST_MEASURED -> flows.pathOfNearest(recipe, shown);
                    case LEFT_OUT -> flows.pathOfMeasured(recipe, shown);
                });
    }

    private SeamMoves routed(Recipe recipe, Take shown) {
        return switch (missing) {
            case MEASURED -> routes.measured(recipe, shown);
            case NEAREST_MEASURED -> routes.ofNearest(recipe, shown);
            case LEFT_OUT -> routes.ofMeasured(recipe, shown);
        };
    }

    private EyeShifts newViews(Recipe recipe, Take shown) {
        return new EyeShifts(flows.eyes(recipe, shown), recipe, (fields, wanted, nearest) -> {
            if (fields.areMeasured(wanted)) {
                return wanted;
            }
            List<Long> found = missing == Missing.NEAREST_MEASURED ? List.of(nearest) : wanted;
            if (missing != Missing.LEFT_OUT) {
                fields.measure(found);
            }
            return missing == Missing.LEFT_OUT ? List.of() : found;
        });
    }
}
