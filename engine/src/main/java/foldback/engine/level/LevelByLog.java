package foldback.engine.level;

import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.ShakeMeasure;
import foldback.core.space.Direction;
import foldback.core.stitch.plan.RigMotion;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;

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
        Direction up = recipe.steady()
                .measure()
                .flatMap(ShakeMeasure::log)
                .flatMap(log -> log.up())
                .orElseThrow(() -> new IllegalArgumentException(
                        "No accelerometer says which way is up: measure in Steady with a motion log that has one."));
        double moment = recipe.steady().settings().referenceSeconds();
        Recipe solved = recipe;
        for (int round = 0; round < ROUNDS; round++) {
            RigMotion motion = shake.steadied(solved, shown).orElseThrow();
            Direction inView = motion.worldFromView().at(moment).inverse().apply(up);
            solved = solved.with(Level.SECTION, solved.level().upright(inView, moment));
        }
        return solved.level();
    }
}
