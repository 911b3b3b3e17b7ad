package foldback.engine.depth;

import foldback.core.recipe.geometry.Geometry;
import foldback.core.rig.Eye;
import foldback.core.rig.EyePair;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The two lenses that serve an eye each.
 *
 * @param left number of its lens among those that are on
 * @param right number of its lens among those that are on
 * @param rig the left eye's lens and the right eye's, each about its eye's own place
 */
public record EyeLenses(int left, int right, Rig rig, EyePair places) {

    /** @throws IllegalArgumentException where each eye has not one lens */
    public static EyeLenses of(Geometry geometry) {
        Rig on = geometry.rigOn();
        List<Integer> left = serving(on, Eye.LEFT);
        List<Integer> right = serving(on, Eye.RIGHT);
        if (left.size() != 1 || right.size() != 1) {
            throw new IllegalArgumentException(
                    "Depth is measured between two lenses, one for each eye: say which lens" + " serves which eye.");
        }
        RigLens one = seen(geometry, Eye.LEFT, on.lenses().get(left.get(0)).slot());
        RigLens two = seen(geometry, Eye.RIGHT, on.lenses().get(right.get(0)).slot());
        return new EyeLenses(
                left.get(0),
                right.get(0),
                new Rig("eyes", List.of(one, two)),
                EyePair.of(on).orElseThrow());
    }

    private static List<Integer> serving(Rig rig, Eye eye) {
        return IntStream.range(0, rig.lenses().size())
                .filter(lens -> rig.lenses().get(lens).eye() == eye)
                .boxed()
                .toList();
    }

    private static RigLens seen(Geometry geometry, Eye eye, String slot) {
        return geometry.forEye(eye).rig().lenses().stream()
                .filter(lens -> lens.slot().equals(slot))
                .findFirst()
                .orElseThrow();
    }
}
