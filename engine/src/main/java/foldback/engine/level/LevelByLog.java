package foldback.engine.level;

import foldback.core.recipe.Level;
import foldback.core.recipe.LogMeasure;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.space.Direction;
import foldback.core.stitch.plan.RigMotion;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import java.util.Optional;

/** The level that a motion log's accelerometer says: what holds a rig up points away from the ground. */
public final class LevelByLog {
    /** A view that is kept level turns with the level: what it is then is looked at again. */
    private static final int ROUNDS = 4;

    private final TakeShake shake;

    public LevelByLog(TakeShake shake) {
        this.shake = shake;
    }

    /**
     * The level, with the front where it was.
     *
     * @param shown the clips of the lenses that are on
     * @throws IllegalArgumentException where no accelerometer was measured with
     */
    public Level solved(Recipe recipe, Take shown) {
        double moment = recipe.steady().settings().referenceSeconds();
        Recipe solved = recipe;
        for (int round = 0; round < ROUNDS; round++) {
            Direction up = up(solved, shown)
                    .orElseThrow(() -> new IllegalArgumentException("No accelerometer says which way is up: measure in"
                            + " Steady with a motion log that has one."));
            solved = solved.with(Level.SECTION, solved.level().upright(up, moment));
        }
        return solved.level();
    }

    /** What of the view is up at the reference, as the accelerometer says; empty where none was measured with. */
    private Optional<Direction> up(Recipe recipe, Take shown) {
        return recipe.steady()
                .measure()
                .flatMap(ShakeMeasure::log)
                .flatMap(LogMeasure::up)
                .map(up -> {
                    RigMotion motion = shake.steadied(recipe, shown).orElseThrow();
                    double moment = recipe.steady().settings().referenceSeconds();
                    return motion.worldFromView().at(moment).inverse().apply(up);
                });
    }

    /** How far the picture stands from what the accelerometer says, radians; empty where none was measured with. */
    Optional<Double> off(Recipe recipe, Take shown) {
        double moment = recipe.steady().settings().referenceSeconds();
        return up(recipe, shown)
                .map(up -> recipe.level().at(moment).apply(Direction.UP).angleTo(up));
    }
}
