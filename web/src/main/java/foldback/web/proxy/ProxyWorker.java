package foldback.web.proxy;

import foldback.core.run.Run;
import foldback.engine.gather.ClipHealths;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.TakeClip;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.NoRoomException;
import foldback.web.Role;
import javax.sql.DataSource;
import org.springframework.context.annotation.Profile;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Makes proxies, one clip at a time, beside renders. */
@Component
@Profile(Role.WORKER)
class ProxyWorker extends ClipWorker {
    private static final long TELL_EVERY_NANOS = 500_000_000L;
    private final Proxies proxies;
    private final ClipHealths healths;

    ProxyWorker(
            ProxyOrders orders,
            Proxies proxies,
            ClipHealths healths,
            MediaFolders media,
            ContentIds contents,
            DataSource source) {
        super(ProxyOrders.TASK, ProxyOrders.TABLE, orders, media, contents, source);
        this.healths = healths;
        this.proxies = proxies;
    }

    @Override
    void carryOut(String sha256) {
        TakeClip clip = open(sha256);
        String trouble = tried(() -> proxies.make(clip, health -> healths.keep(clip, health), progress(sha256)));
        String worse = tried(() -> healths.check(clip, new Run(share -> {}, ClipWorker::isStopping)));
        if (trouble.isEmpty() && worse.isEmpty()) {
            orders.done(sha256);
        } else {
            orders.failed(sha256, trouble.isEmpty() ? worse : trouble);
        }
    }

    @Override
    void tell(String sha256, MediaException failed) {
        orders.failed(sha256, failed.getMessage());
    }

    /** What went wrong, or nothing; a clip of which no proxy can be made is the more to be checked. */
    private static String tried(Runnable work) {
        try {
            work.run();
            return "";
        } catch (ChildKilledException | NoRoomException another) {
            throw another;
        } catch (MediaException failed) {
            return failed.getMessage();
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
                ClipWorker::isStopping);
    }
}
