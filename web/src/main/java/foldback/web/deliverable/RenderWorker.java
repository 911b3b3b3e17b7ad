package foldback.web.deliverable;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import foldback.web.Role;
import foldback.web.TaskWorker;
import java.time.Duration;
import javax.sql.DataSource;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Works off renders: one at a time; a render whose worker died is taken up again after some seconds. */
@Component
@Profile(Role.WORKER)
class RenderWorker extends TaskWorker {
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(3);
    private final RenderTask task;

    RenderWorker(DataSource source, RenderTask task) {
        super(source, RenderQueue.TABLE, RenderQueue.TASK, new FailureHandler.OnFailureRetryLater<>(AGAIN_AFTER));
        this.task = task;
    }

    @Override
    protected void execute(String id) {
        try {
            task.carryOut(Long.parseLong(id));
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw stopping(stopped);
        }
    }
}
