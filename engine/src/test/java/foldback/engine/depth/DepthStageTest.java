package foldback.engine.depth;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.keys.Amount;
import foldback.core.keys.Track;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.depth.Depth;
import foldback.core.recipe.depth.DepthCurve;
import foldback.core.recipe.depth.DepthMeasure;
import foldback.core.run.Evidence;
import foldback.engine.DemoTake;
import foldback.engine.stage.StageView;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the stage says of what was measured. */
class DepthStageTest {
    private static Evidence of(Recipe recipe) {
        Take take = Take.open(recipe, MediaFolders.of(DemoTake.MEDIA.getParent()));
        return new DepthStage().evidence(new StageView(recipe, take, 1920, null));
    }

    private static Depth depth(double screen, Depth.ShownOn shownOn, DepthMeasure measure) {
        return new Depth(
                Track.still(new Amount(Math.toRadians(screen))),
                DepthCurve.NONE,
                Optional.empty(),
                0,
                shownOn,
                Optional.of(measure));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            0.1  | 3.2 | 0.05 | 0.6  | 0   | HEADSET | SURE      | agree in height to 0.05°
            0.1  | 3.2 | 0.2  | 0.6  | 0   | HEADSET | CHECK     | 0.20° apart in height
            0.1  | 3.2 | 0.6  | 0.6  | 0   | HEADSET | UNSETTLED | different heights, 0.60° apart: solve the rig
            0.1  | 3.2 | 0.05 | 0.04 | 0   | HEADSET | UNSETTLED | Only 4% of what both eyes see
            -2.1 | 0.1 | 0.05 | 0.6  | 0   | HEADSET | UNSETTLED | the eyes are swapped
            0.1  | 6.5 | 0.05 | 0.6  | 0   | HEADSET | CHECK     | ask 6.5° of the eyes, where 4.0° are comfortable, at 2.0 s
            0.1  | 3.2 | 0.05 | 0.6  | 1.5 | HEADSET | CHECK     | diverge by 1.4° at 2.0 s
            0.1  | 3.2 | 0.05 | 0.6  | 1.5 | SCREEN  | SURE      | comfortable depth
            0.1  | 3.9 | 0.05 | 0.6  | 3.5 | SCREEN  | CHECK     | lie 3.4° behind the screen
            """)
    void theVerdictNamesWhatStrainsTheEyes(
            double far,
            double near,
            double vertical,
            double told,
            double screen,
            Depth.ShownOn shownOn,
            String verdict,
            String words)
            throws Exception {
        Recipe recipe = DemoTake.recipeOf("in-the-shed");
        DepthMeasure measure = new DepthMeasure(
                TakeDepth.ALGORITHM,
                TakeDepth.rigHash(recipe),
                List.of(new DepthMeasure.Moment(
                        2, Math.toRadians(far), Math.toRadians(near), Math.toRadians(vertical), told)));
        Evidence evidence = of(recipe.with(Depth.SECTION, depth(screen, shownOn, measure)));
        assertThat(evidence.verdict().name()).isEqualTo(verdict);
        assertThat(evidence.reason()).contains(words);
    }

    @Test
    void aMeasureOfAnotherRigIsNoEvidence() throws Exception {
        Recipe recipe = DemoTake.recipeOf("in-the-shed");
        DepthMeasure measure = new DepthMeasure(
                TakeDepth.ALGORITHM, "0".repeat(64), List.of(new DepthMeasure.Moment(1, 0, 0.05, 0.001, 0.6)));
        assertThat(of(recipe.with(Depth.SECTION, depth(0, Depth.ShownOn.HEADSET, measure)))
                        .reason())
                .contains("another rig: measure again");
        assertThat(of(recipe).reason()).isEqualTo("Not measured.");
    }

    @Test
    void aTakeForBothEyesAlikeNeedsNone() throws Exception {
        Recipe recipe = DemoTake.recipe();
        Take take = Take.open(recipe, MediaFolders.of(DemoTake.MEDIA));
        Evidence evidence = new DepthStage().evidence(new StageView(recipe, take, 1920, null));
        assertThat(evidence.verdict().name()).isEqualTo("NOT_NEEDED");
    }
}
