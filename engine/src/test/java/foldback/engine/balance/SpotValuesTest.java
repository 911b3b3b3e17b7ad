package foldback.engine.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Trim;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.tone.Transfer;
import foldback.engine.DemoTake;
import java.util.List;
import org.junit.jupiter.api.Test;

class SpotValuesTest {
    private static final int SIZE = 320;

    @Test
    void bothLensesOfAnOverlapSayWhatTheySeeAndOneElsewhere() throws Exception {
        Recipe recipe = DemoTake.recipe()
                .with(
                        Balance.SECTION,
                        Balance.NONE.withLenses(List.of(new LensBalance(
                                "B",
                                Track.still(new Stops(0.5, 0, 0, 0)),
                                TrimTracks.still(new Trim(0, 0, 0, 0.2, 0, 0, 0))))));
        List<Frame> frames = List.of(grey(100), grey(80));
        List<SpotValues.Value> everywhere = SpotValues.read(recipe, 0.5, 0.5, 1, frames);
        assertThat(everywhere).hasSize(1);
        int both = 0;
        for (int i = 0; i < 40; i++) {
            for (SpotValues.Value value : SpotValues.read(recipe, (i + 0.5) / 40, 0.5, 1, frames)) {
                double recorded = ((value.slot().equals("A") ? 100 : 80) - 16) / 219.0;
                double red = value.slot().equals("A") ? 0 : 0.7;
                double green = value.slot().equals("A") ? 0 : 0.5;
                assertThat(value.recorded()).containsExactly(new double[] {recorded, recorded, recorded}, within(1e-9));
                assertThat(value.corrected()[0]).isCloseTo(lifted(recorded, red), within(1e-9));
                assertThat(value.corrected()[2]).isCloseTo(lifted(recorded, green), within(1e-9));
                both++;
            }
        }
        assertThat(both).as("some spots are seen by two").isGreaterThan(40);
    }

    private static double lifted(double signal, double stops) {
        return Transfer.BT709.toSignal(Transfer.BT709.toLight(signal) * Math.pow(2, stops));
    }

    private static Frame grey(int code) {
        Frame frame = Frame.allocate(PixelFormat.YUV420_8, ColourTags.BT709_LIMITED, SIZE, SIZE);
        for (int y = 0; y < SIZE; y++) {
            for (int x = 0; x < SIZE; x++) {
                frame.y().set(x, y, code);
                frame.u().set(x / 2, y / 2, 128);
                frame.v().set(x / 2, y / 2, 128);
            }
        }
        return frame;
    }
}
