package foldback.web;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.jdbc.MariaDBJdbcCustomization;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import java.time.Duration;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;

/** How tasks get from the pages to the worker through a table of db-scheduler. */
public final class TaskTable {
    private TaskTable() {}

    /** Adds tasks; aware of transactions, so that a task is there when, and only when, what it is for is. */
    public static SchedulerClient client(DataSource source, String table) {
        return SchedulerClient.Builder.create(new TransactionAwareDataSourceProxy(source))
                .tableName(table)
                .jdbcCustomization(new MariaDBJdbcCustomization(true))
                .build();
    }

    /** Carries tasks out one at a time; one whose worker died is taken up again after some seconds. */
    public static Scheduler scheduler(DataSource source, String table, OneTimeTask<Void> task) {
        return Scheduler.create(source, task)
                .tableName(table)
                .threads(1)
                .pollUsingFetchAndLockOnExecute(0.5, 3.0)
                .pollingInterval(Duration.ofMillis(500))
                .heartbeatInterval(Duration.ofSeconds(2))
                .missedHeartbeatsLimit(4)
                .shutdownMaxWait(Duration.ofSeconds(1))
                .alwaysPersistTimestampInUTC()
                .build();
    }
}
