package foldback.web.deliverable;

import foldback.web.Repeated;
import foldback.web.Role;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.context.annotation.Profile;
import org.springframework.dao.DataAccessException;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells open pages how the queue stands: the worker writes to the database, this looks while somebody listens. */
@Component
@Profile(Role.PAGES)
class DeliverableNews implements DisposableBean {
    private static final Duration LOOK_EVERY = Duration.ofMillis(500);
    private final Deliverables deliverables;
    private final Workers workers;
    private final List<SseEmitter> listeners = new CopyOnWriteArrayList<>();
    private final Repeated repeated;
    private List<DeliverableView> last = List.of();
    private int lastWorkers = -1;

    DeliverableNews(Deliverables deliverables, Workers workers) {
        this.workers = workers;
        this.deliverables = deliverables;
        repeated = Repeated.every(LOOK_EVERY, "deliverable-news", this::look);
    }

    SseEmitter subscribe() {
        SseEmitter listener = new SseEmitter(0L);
        listener.onCompletion(() -> listeners.remove(listener));
        listener.onError(gone -> listeners.remove(listener));
        send(listener, "deliverables", deliverables.all());
        send(listener, "workers", workers.present());
        listeners.add(listener);
        return listener;
    }

    private void look() {
        if (listeners.isEmpty()) {
            return;
        }
        try {
            List<DeliverableView> now = deliverables.all();
            if (!now.equals(last)) {
                last = now;
                listeners.forEach(listener -> send(listener, "deliverables", now));
            }
            int present = workers.present();
            if (present != lastWorkers) {
                lastWorkers = present;
                listeners.forEach(listener -> send(listener, "workers", present));
            }
        } catch (DataAccessException | TransactionException away) {
            // The pages say themselves that the database is away; the next look tells the news.
        }
    }

    private void send(SseEmitter listener, String what, Object news) {
        try {
            listener.send(SseEmitter.event().name(what).data(news, MediaType.APPLICATION_JSON));
        } catch (IOException | IllegalStateException gone) {
            listeners.remove(listener);
        }
    }

    @Override
    public void destroy() {
        repeated.close();
        for (SseEmitter listener : listeners) {
            try {
                listener.complete();
            } catch (IllegalStateException gone) {
                // Its page went away first.
            }
        }
    }
}
