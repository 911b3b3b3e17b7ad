package foldback.web.proxy;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.web.TaskWorker;
import java.time.Duration;
import javax.sql.DataSource;

/** Works off the tasks of one table, one clip at a time; what throws is tried again, after a longer time each time. */
abstract class ClipWorker extends TaskWorker {
    /** At first. */
    private static final Duration AGAIN_AFTER = Duration.ofSeconds(3);

    final ProxyOrders orders;
    private final MediaFolders media;
    private final ContentIds contents;

    ClipWorker(
            String task, String table, ProxyOrders orders, MediaFolders media, ContentIds contents, DataSource source) {
        super(source, table, task, new FailureHandler.ExponentialBackoffFailureHandler<>(AGAIN_AFTER));
        this.orders = orders;
        this.media = media;
        this.contents = contents;
    }

    @Override
    protected void execute(String sha256) {
        try {
            carryOut(sha256);
        } catch (ChildKilledException | NoRoomException another) {
            // A worker that ends kills its decoders, and a full disk is made room on: the same work succeeds later.
            throw another;
        } catch (MediaException failed) {
            tell(sha256, failed);
        }
    }

    /** Does what is to be done with the clip of this content. */
    abstract void carryOut(String sha256);

    /** Says that it cannot be done. */
    abstract void tell(String sha256, MediaException failed);

    final TakeClip open(String sha256) {
        return Take.openClip(orders.clip(sha256), media, contents);
    }

    static boolean isStopping() {
        return Thread.currentThread().isInterrupted();
    }
}
