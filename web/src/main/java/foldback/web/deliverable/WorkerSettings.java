package foldback.web.deliverable;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import foldback.web.Role;
import foldback.web.TaskTable;
import java.time.Duration;
import javax.sql.DataSource;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;

/** The worker's scheduler: one render at a time; a render whose worker died is taken up again after some seconds. */
@Configuration
@Profile(Role.WORKER)
class WorkerSettings {
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(3);

    @Bean(destroyMethod = "stop")
    Scheduler scheduler(DataSource source, RenderTask task) {
        OneTimeTask<Void> render = Tasks.oneTime(RenderQueue.TASK)
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AGAIN_AFTER))
                .execute((instance, context) -> {
                    try {
                        task.carryOut(Long.parseLong(instance.getId()));
                    } catch (InterruptedException stopped) {
                        Thread.currentThread().interrupt();
                        throw new IllegalStateException(
                                "the worker is stopping; the render goes on at its next start", stopped);
                    }
                });
        return TaskTable.scheduler(source, RenderQueue.TABLE, render);
    }

    @Bean
    Starter starter(Scheduler scheduler) {
        return new Starter(scheduler);
    }

    /** Starts the scheduler when everything else is there. */
    record Starter(Scheduler scheduler) {
        @EventListener(ApplicationReadyEvent.class)
        public void start() {
            scheduler.start();
        }
    }
}
