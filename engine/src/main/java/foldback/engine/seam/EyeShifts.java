package foldback.engine.seam;

import foldback.core.depth.DepthShift;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.depth.DepthCurve;
import foldback.core.seam.SeamFlow;
import foldback.core.warp.RayShift;
import foldback.core.warp.ShiftPath;
import foldback.engine.depth.EyeLenses;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** How two eyes are given new views over time, from disparities that are calm over time as flow is. */
final class EyeShifts implements ShiftPath {
    private final TakeFlows.Fields fields;
    private final DepthCurve curve;
    private final EyeLenses eyes;
    private final int lenses;
    private final Policy policy;

    /** What is used of the moments that count at a time. */
    @FunctionalInterface
    interface Policy {
        /**
         * @param wanted all of them
         * @param nearest the one that is nearest
         * @return those that are there; none where nothing is to be changed
         */
        List<Long> measured(TakeFlows.Fields fields, List<Long> wanted, long nearest);
    }

    EyeShifts(TakeFlows.Fields fields, Recipe recipe, Policy policy) {
        this.fields = fields;
        this.policy = policy;
        curve = recipe.depth().curve();
        eyes = EyeLenses.of(recipe.geometry());
        lenses = recipe.geometry().rigOn().lenses().size();
    }

    @Override
    public List<RayShift> at(double seconds) {
        List<Long> there = policy.measured(fields, fields.window(seconds), fields.nearest(seconds));
        if (there.isEmpty()) {
            return List.of();
        }
        SeamFlow flow = fields.blended(there, seconds).get(0);
        RayShift[] views = DepthShift.of(fields.strips().get(0), flow, curve::at);
        List<RayShift> shifts = new ArrayList<>(Collections.nCopies(lenses, RayShift.NONE));
        shifts.set(eyes.left(), views[0]);
        shifts.set(eyes.right(), views[1]);
        return shifts;
    }
}
