package foldback.web;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;

/** Works off the tasks of one table, one at a time, from when the application is ready until it ends. */
public abstract class TaskWorker implements DisposableBean {
    private final Scheduler scheduler;

    /** @param onFailure when what threw is tried again */
    protected TaskWorker(DataSource source, String table, String task, FailureHandler<Void> onFailure) {
        scheduler = TaskTable.scheduler(
                source,
                table,
                Tasks.oneTime(task).onFailure(onFailure).execute((instance, context) -> execute(instance.getId())));
    }

    /** Carries a task out; what it throws makes it come again. */
    protected abstract void execute(String id);

    @EventListener(ApplicationReadyEvent.class)
    public void start() {
        scheduler.start();
    }

    @Override
    public void destroy() {
        scheduler.stop();
    }

    /** To be thrown where a worker ends in the middle of a task. */
    protected static IllegalStateException stopping(Exception cause) {
        return new IllegalStateException("the worker is stopping; the task goes on at its next start", cause);
    }
}
