package foldback.engine.preview;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.Balance;
import foldback.core.recipe.LensBalance;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Stops;
import foldback.core.run.Verdict;
import foldback.core.time.TimeSpan;
import foldback.engine.DemoTake;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BalanceMeterTest {
    @TempDir
    private Path folder;

    private Previewer previewer;
    private Take take;

    @BeforeEach
    void open() throws Exception {
        previewer = new Previewer(new Proxies(folder), 100 << 20, 2);
        take = Take.open(DemoTake.recipe(), MediaFolders.of(DemoTake.MEDIA));
    }

    @AfterEach
    void close() {
        previewer.close();
    }

    @Test
    void whatIsLeftAfterEveningIsSmallAtMomentsThatWereNotMeasured() throws Exception {
        Recipe plain = DemoTake.recipe().withBalance(Balance.NONE);
        BalanceMeter.Evened evened = BalanceMeter.even(previewer, plain, take);
        Recipe even = plain.withBalance(evened.balance());
        TimeSpan span = take.commonSpan();
        for (double share : new double[] {0.05, 0.5, 0.95}) {
            double at = span.from() + share * span.seconds();
            assertThat(BalanceMeter.residual(previewer, plain, take, at)).isGreaterThan(0.3);
            assertThat(BalanceMeter.residual(previewer, even, take, at)).isLessThan(0.08);
        }
        assertThat(evened.evidence().verdict()).isEqualTo(Verdict.SURE);
        assertThat(evened.balance().measure().orElseThrow().algorithm()).isEqualTo(BalanceMeter.ALGORITHM);
        assertThat(BalanceMeter.even(previewer, plain, take))
                .as("the same again")
                .isEqualTo(evened);
    }

    @Test
    void trimsOfAHandAreKeptAndNotMeasuredAway() throws Exception {
        Stops trim = new Stops(-0.5, 0.1, 0, 0);
        Recipe trimmed = DemoTake.recipe()
                .withBalance(new Balance(Optional.empty(), List.of(new LensBalance("A", new Stops(0, 0, 0, 0), trim))));
        Balance evened = BalanceMeter.even(previewer, trimmed, take).balance();
        Balance plain = BalanceMeter.even(previewer, trimmed.withBalance(Balance.NONE), take)
                .balance();
        assertThat(evened.of("A").trim()).isEqualTo(trim);
        assertThat(evened.of("A").measured().exposure())
                .isCloseTo(plain.of("A").measured().exposure(), within(1e-12));
    }
}
