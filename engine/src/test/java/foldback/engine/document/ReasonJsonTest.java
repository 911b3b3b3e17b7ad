package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.balance.BalanceReason;
import foldback.core.run.Reason;
import foldback.core.run.ReasonCode;
import foldback.core.solve.RigReason;
import foldback.core.sync.SyncReason;
import foldback.engine.form.Form;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Every reason comes back from a document as it went, and says something to people. */
class ReasonJsonTest {
    private static final List<String> NAMES = List.of("A", "B", "C", "D");

    @Test
    void everyReasonComesBackAndSaysASentence() {
        check(SyncReason.class);
        check(RigReason.class);
        check(BalanceReason.class);
    }

    private static <C extends Enum<C> & ReasonCode> void check(Class<C> codes) {
        Form<List<Reason>> form = ReasonJson.of(codes);
        List<Reason> all = Arrays.stream(codes.getEnumConstants())
                .map(code -> Reason.of(code, NAMES, 1, 2, 0.25))
                .toList();
        assertThat(form.read(form.write(all), "reasons")).isEqualTo(all);
        for (Reason reason : all) {
            String said = reason.sentence();
            assertThat(said).as(reason.code().name()).matches("[A-Z0-9].*").doesNotContain("null", "%s", "%d");
            if (!reason.code().name().equals("EARLIER")) {
                assertThat(said).endsWith(".");
            }
        }
    }
}
