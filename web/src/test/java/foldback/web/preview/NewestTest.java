package foldback.web.preview;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.run.Run;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class NewestTest {
    private final Newest newest = new Newest();

    @Test
    void whatAPaneAsksForNextCancelsWhatItAskedForBefore() {
        Run before = newest.begin("1 page-1");
        assertThatCode(before::check).doesNotThrowAnyException();
        Run now = newest.begin("1 page-1");
        assertThatThrownBy(before::check).isInstanceOf(CancellationException.class);
        assertThatCode(now::check).doesNotThrowAnyException();
    }

    @Test
    void otherPanesPagesAndTakesAreLeftAlone() {
        Run mine = newest.begin("1 page-1");
        newest.begin("1 page-2");
        newest.begin("1 other-1");
        newest.begin("2 page-1");
        assertThatCode(mine::check).doesNotThrowAnyException();
    }
}
