package foldback.web.deliverable;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import foldback.web.TaskTable;
import java.time.Clock;
import javax.sql.DataSource;
import org.springframework.stereotype.Component;

/** Hands renders from the pages to the worker, through the database. */
@Component
class RenderQueue {
    static final String TASK = "render";
    static final String TABLE = "scheduled_tasks";
    private final SchedulerClient client;
    private final Clock clock;

    RenderQueue(DataSource source, Clock clock) {
        this.client = TaskTable.client(source, TABLE);
        this.clock = clock;
    }

    void add(Long deliverable) {
        client.scheduleIfNotExists(new TaskInstance<Void>(TASK, Long.toString(deliverable)), clock.instant());
    }
}
