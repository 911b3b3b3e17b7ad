package foldback.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class RunTest {
    @Test
    void aPartTellsItsShareOfTheWhole() {
        List<Double> told = new ArrayList<>();
        Run half = new Run(told::add, () -> false).part(0.5, 1);
        half.step(0.5);
        half.part(0.8, 1).step(1);
        assertThat(told).containsExactly(0.75, 1.0);
    }

    @Test
    void whatRisesNeverFalls() {
        List<Double> told = new ArrayList<>();
        Run rising = new Run(told::add, () -> false).rising();
        for (double share : new double[] {0.2, 0.5, 0.4, 0.45, 0.6}) {
            rising.part(0, 1).step(share);
        }
        assertThat(told).containsExactly(0.2, 0.5, 0.5, 0.5, 0.6);
    }

    @Test
    void aCancelledRunEndsAtItsNextStep() {
        boolean[] cancelled = {false};
        Run run = new Run(share -> {}, () -> cancelled[0]).rising().part(0, 0.5);
        run.step(0.1);
        cancelled[0] = true;
        assertThatThrownBy(() -> run.step(0.2)).isInstanceOf(CancellationException.class);
    }
}
