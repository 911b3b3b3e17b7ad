package foldback.web.proxy;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.helper.OneTimeTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import foldback.core.run.Run;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.media.MediaException;
import foldback.web.Role;
import foldback.web.TaskTable;
import javax.sql.DataSource;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Makes proxies, one clip at a time, beside renders. */
@Component
@Profile(Role.WORKER)
class ProxyWorker implements DisposableBean {
    private static final long TELL_EVERY_NANOS = 500_000_000L;
    private final ProxyOrders orders;
    private final Proxies proxies;
    private final MediaFolders media;
    private final ContentIds contents;
    private final Scheduler scheduler;

    ProxyWorker(ProxyOrders orders, Proxies proxies, MediaFolders media, ContentIds contents, DataSource source) {
        this.orders = orders;
        this.proxies = proxies;
        this.media = media;
        this.contents = contents;
        OneTimeTask<Void> task = Tasks.oneTime(ProxyOrders.TASK).execute((instance, context) -> make(instance.getId()));
        this.scheduler = TaskTable.scheduler(source, ProxyOrders.TABLE, task);
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        scheduler.start();
    }

    @Override
    public void destroy() {
        scheduler.stop();
    }

    private void make(String sha256) {
        try {
            proxies.make(Take.openClip(orders.clip(sha256), media, contents::of), progress(sha256));
            orders.done(sha256);
        } catch (MediaException failed) {
            orders.failed(sha256, failed.getMessage());
        }
    }

    private Run progress(String sha256) {
        long[] told = {0};
        return new Run(
                share -> {
                    long now = System.nanoTime();
                    if (now - told[0] > TELL_EVERY_NANOS) {
                        told[0] = now;
                        try {
                            orders.progress(sha256, share);
                        } catch (DataAccessException | TransactionException away) {
                            // The proxy is made all the same; the next step tries again.
                        }
                    }
                },
                () -> Thread.currentThread().isInterrupted());
    }
}
