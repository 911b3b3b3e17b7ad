package foldback.web;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.transaction.TransactionException;

/** Asks the database and tells it, however long it takes to come back: hours of work are not thrown away for minutes. */
public final class Persistent {
    private static final Logger LOG = LoggerFactory.getLogger(Persistent.class);
    private static final long AGAIN_SECONDS = 2;

    private Persistent() {}

    /** @throws DataIntegrityViolationException at once: it would be refused again */
    public static void tell(Runnable news) throws InterruptedException {
        while (true) {
            try {
                news.run();
                return;
            } catch (DataIntegrityViolationException refused) {
                throw refused;
            } catch (PessimisticLockingFailureException held) {
                LOG.warn("another process holds the rows for long; trying again");
            } catch (DataAccessException | TransactionException away) {
                LOG.warn("the database does not answer; trying again");
                TimeUnit.SECONDS.sleep(AGAIN_SECONDS);
            }
        }
    }

    /** Whether something failed since the database did not answer; what it refused is something else. */
    public static boolean isAway(RuntimeException failed) {
        return (failed instanceof DataAccessException || failed instanceof TransactionException)
                && !(failed instanceof DataIntegrityViolationException);
    }

    public static <T> T ask(Supplier<T> question) throws InterruptedException {
        List<T> answer = new ArrayList<>();
        tell(() -> answer.add(question.get()));
        return answer.get(0);
    }
}
