package foldback.web.deliverable;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.jdbc.MariaDBJdbcCustomization;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Component;

/** Hands renders from the pages to the worker, through the database. */
@Component
class RenderQueue {
    static final String TASK = "render";
    private final SchedulerClient client;
    private final Clock clock;

    RenderQueue(DataSource source, Clock clock) {
        // Aware of transactions, so that a task is there when, and only when, its deliverable is.
        this.client = SchedulerClient.Builder.create(new TransactionAwareDataSourceProxy(source))
                .jdbcCustomization(new MariaDBJdbcCustomization(true))
                .build();
        this.clock = clock;
    }

    void add(Long deliverable) {
        client.scheduleIfNotExists(new TaskInstance<Void>(TASK, Long.toString(deliverable)), clock.instant());
    }
}
