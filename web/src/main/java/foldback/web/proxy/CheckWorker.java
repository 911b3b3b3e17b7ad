package foldback.web.proxy;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import foldback.core.run.Run;
import foldback.engine.gather.ClipHealths;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.web.Role;
import foldback.web.TaskTable;
import java.time.Duration;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Looks more closely at clips whose codec needs it, one at a time, behind everything else. */
@Component
@Profile(Role.WORKER)
class CheckWorker implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(CheckWorker.class);
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(3);
    private final ProxyOrders orders;
    private final ClipHealths healths;
    private final MediaFolders media;
    private final ContentIds contents;
    private final Scheduler scheduler;

    CheckWorker(ProxyOrders orders, ClipHealths healths, MediaFolders media, ContentIds contents, DataSource source) {
        this.orders = orders;
        this.healths = healths;
        this.media = media;
        this.contents = contents;
        OneTimeTask<Void> task = Tasks.oneTime(ProxyOrders.CHECK_TASK)
                .onFailure(new FailureHandler.ExponentialBackoffFailureHandler<>(AGAIN_AFTER))
                .execute((instance, context) -> refine(instance.getId()));
        this.scheduler = TaskTable.scheduler(source, ProxyOrders.CHECK_TABLE, task);
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        scheduler.start();
    }

    @Override
    public void destroy() {
        scheduler.stop();
    }

    private void refine(String sha256) {
        try {
            healths.refine(
                    Take.openClip(orders.clip(sha256), media, contents),
                    new Run(share -> {}, () -> Thread.currentThread().isInterrupted()));
        } catch (ChildKilledException ending) {
            throw ending;
        } catch (MediaException gone) {
            LOG.warn("a clip could not be looked at more closely: {}", gone.getMessage());
        }
    }
}
