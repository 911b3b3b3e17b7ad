package foldback.web.proxy;

import foldback.core.run.Run;
import foldback.engine.gather.ClipHealths;
import foldback.engine.take.ContentIds;
import foldback.engine.take.MediaFolders;
import foldback.media.MediaException;
import foldback.web.Role;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Looks more closely at clips whose codec needs it, one at a time, behind everything else. */
@Component
@Profile(Role.WORKER)
class CheckWorker extends ClipWorker {
    private static final Logger LOG = LoggerFactory.getLogger(CheckWorker.class);
    private final ClipHealths healths;

    CheckWorker(ProxyOrders orders, ClipHealths healths, MediaFolders media, ContentIds contents, DataSource source) {
        super(ProxyOrders.CHECK_TASK, ProxyOrders.CHECK_TABLE, orders, media, contents, source);
        this.healths = healths;
    }

    @Override
    void carryOut(String sha256) {
        healths.refine(open(sha256), new Run(share -> {}, ClipWorker::isStopping));
    }

    @Override
    void tell(String sha256, MediaException failed) {
        LOG.warn("a clip could not be looked at more closely: {}", failed.getMessage());
    }
}
