package foldback.web.deliverable;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which workers are there, by when they were seen last. */
@Service
public class Workers {
    /** One that was not seen for so long is gone, or hangs. */
    private static final Duration PATIENCE = Duration.ofSeconds(20);

    private final JdbcTemplate database;
    private final Clock clock;

    Workers(JdbcTemplate database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    @Transactional
    void seen(String worker) {
        database.update("REPLACE INTO worker (name, seen_at) VALUES (?, ?)", worker, now(Duration.ZERO));
        database.update("DELETE FROM worker WHERE seen_at < ?", now(Duration.ofDays(1)));
    }

    @Transactional
    void gone(String worker) {
        database.update("DELETE FROM worker WHERE name = ?", worker);
    }

    /** How many are at work, or ready to. */
    @Transactional(readOnly = true)
    public int present() {
        Integer count =
                database.queryForObject("SELECT COUNT(*) FROM worker WHERE seen_at > ?", Integer.class, now(PATIENCE));
        return count == null ? 0 : count;
    }

    private Timestamp now(Duration before) {
        return Timestamp.from(clock.instant().minus(before));
    }
}
