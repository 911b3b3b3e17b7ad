package foldback.web.proxy;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import foldback.core.recipe.ClipRef;
import foldback.engine.gather.ClipHealths;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.web.TaskTable;
import java.time.Clock;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import javax.sql.DataSource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which proxies are asked for, and how far they are. */
@Service
public class ProxyOrders {
    static final String TASK = "proxy";
    static final String TABLE = "scheduled_proxies";
    static final String CHECK_TASK = "check";
    static final String CHECK_TABLE = "scheduled_checks";
    private final ProxyOrderRepository orders;
    private final Proxies proxies;
    private final ClipHealths healths;
    private final SchedulerClient client;
    private final SchedulerClient checks;
    private final Clock clock;

    ProxyOrders(ProxyOrderRepository orders, Proxies proxies, ClipHealths healths, DataSource source, Clock clock) {
        this.healths = healths;
        this.orders = orders;
        this.proxies = proxies;
        this.clock = clock;
        this.client = TaskTable.client(source, TABLE);
        this.checks = TaskTable.client(source, CHECK_TABLE);
    }

    /**
     * How far the proxies of a take are.
     *
     * @param ready whether pictures come from them
     * @param share that is made, 0 to 1
     * @param message why one cannot be made, or empty
     */
    public record Status(boolean ready, double share, String message) {}

    /** Asks for the proxies of a take that are not there, and for its clips to be checked that were not. */
    @Transactional
    public void want(Take take) {
        for (TakeClip clip : take.clips()) {
            if (proxies.of(clip).isEmpty() || healths.of(clip.ref().sha256()).isEmpty()) {
                want(clip.ref().sha256(), clip.ref().file());
            }
        }
    }

    /** Asks for a clip to be decoded whole: that makes its proxy, and finds out what is wrong with it. */
    @Transactional
    public void want(String sha256, String file) {
        orders.addIfMissing(sha256, file);
        ProxyOrder order = orders.findById(sha256).orElseThrow();
        if (order.state() != ProxyOrder.State.WAITING) {
            order.renew(file);
        }
        client.scheduleIfNotExists(new TaskInstance<Void>(TASK, sha256), clock.instant());
    }

    @Transactional(readOnly = true)
    public Status status(Take take) {
        double share = 0;
        boolean ready = true;
        Set<String> messages = new LinkedHashSet<>();
        for (TakeClip clip : take.clips()) {
            Optional<ProxyOrder> order = orders.findById(clip.ref().sha256());
            boolean there = proxies.of(clip).isPresent();
            ready &= there;
            share += there ? 1 : order.map(ProxyOrder::share).orElse(0.0);
            order.map(ProxyOrder::message).filter(message -> !message.isEmpty()).ifPresent(messages::add);
        }
        return new Status(ready, share / take.clips().size(), String.join(" ", messages));
    }

    /** The clip that an order is for; its slot does not matter. */
    @Transactional(readOnly = true)
    ClipRef clip(String sha256) {
        return new ClipRef("A", orders.findById(sha256).orElseThrow().file(), sha256, 0);
    }

    @Transactional
    void progress(String sha256, double share) {
        orders.findById(sha256).ifPresent(order -> order.progress(share));
    }

    /** It is there; where its codec needs a closer look, that is asked for. */
    @Transactional
    void done(String sha256) {
        orders.findById(sha256).ifPresent(ProxyOrder::done);
        if (healths.of(sha256).filter(health -> !health.strict()).isPresent()) {
            checks.scheduleIfNotExists(new TaskInstance<Void>(CHECK_TASK, sha256), clock.instant());
        }
    }

    @Transactional
    void failed(String sha256, String message) {
        orders.findById(sha256).ifPresent(order -> order.failed(message));
    }
}
