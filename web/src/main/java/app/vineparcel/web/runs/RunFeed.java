package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.MediaType;
import org.springframework.scheduling.concurrent.CustomizableThreadFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open pages how runs go. A run is looked at once for all the pages that watch it; what is told comes from the database, so that it is right
 * after a reload, after a restart, and whoever does the work.
 */
@Component
class RunFeed {

    private static final Logger LOG = LoggerFactory.getLogger(RunFeed.class);
    private static final long PERIOD_MILLIS = 500;
    private static final int MOST_LISTENERS = 200;

    /** A page that listens. */
    private static final class Listener {
        private final long runId;
        private final SseEmitter emitter;
        private final AtomicBoolean busy = new AtomicBoolean();
        /** It was not told something, and has to look at everything anew. */
        private final AtomicBoolean behind = new AtomicBoolean(true);

        private Listener(long runId, SseEmitter emitter) {
            this.runId = runId;
            this.emitter = emitter;
        }
    }

    private final RunChanges changes;
    private final List<Listener> listeners = new CopyOnWriteArrayList<>();
    private final Map<Long, RunChanges.Watch> watches = new ConcurrentHashMap<>();
    private final ScheduledExecutorService clockwork = Executors.newSingleThreadScheduledExecutor();
    /** A page that does not read holds one of these until the server gives it up; no other page waits for it. */
    private final ExecutorService tellers = Executors.newCachedThreadPool(new CustomizableThreadFactory("telling-"));

    RunFeed(RunChanges changes) {
        this.changes = changes;
        clockwork.scheduleWithFixedDelay(this::tellAll, PERIOD_MILLIS, PERIOD_MILLIS, TimeUnit.MILLISECONDS);
    }

    /**
     * Tells a page from now on.
     *
     * @throws ProblemException if there are too many
     */
    SseEmitter subscribe(long runId) throws ProblemException {
        return subscribe(runId, new SseEmitter(0L));
    }

    SseEmitter subscribe(long runId, SseEmitter emitter) throws ProblemException {
        if (listeners.size() >= MOST_LISTENERS) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("runs.this-page"), Text.of("runs.too-many-pages-are"), Text.of("runs.close-some-of-them")));
        }
        Listener listener = new Listener(runId, emitter);
        Runnable leave = () -> listeners.remove(listener);
        emitter.onCompletion(leave);
        emitter.onTimeout(leave);
        emitter.onError(e -> leave.run());
        listeners.add(listener);
        return emitter;
    }

    private void tellAll() {
        try {
            List<Long> runs =
                    listeners.stream().map(one -> one.runId).distinct().toList();
            watches.keySet().retainAll(runs);
            for (long run : runs) {
                RunChanges.Watch watch = watches.computeIfAbsent(run, changes::watch);
                List<Listener> of =
                        listeners.stream().filter(one -> one.runId == run).toList();
                boolean anyBehind = of.stream().anyMatch(one -> one.behind.get());
                RunChanges.News news = changes.since(watch, anyBehind);
                if (!news.isEmpty() || anyBehind) {
                    of.forEach(listener -> tell(listener, news));
                }
            }
        } catch (RuntimeException e) {
            LOG.warn("telling how runs go failed", e);
        }
    }

    private void tell(Listener listener, RunChanges.News news) {
        if (!listener.busy.compareAndSet(false, true)) {
            listener.behind.set(true);
            return;
        }
        boolean all = listener.behind.getAndSet(false);
        if (news.isEmpty() && !all) {
            listener.busy.set(false);
            return;
        }
        tellers.execute(() -> {
            try {
                RunChanges.News told = all ? news.ofAll() : news;
                listener.emitter.send(SseEmitter.event().name("progress").data(told, MediaType.APPLICATION_JSON));
            } catch (IOException | IllegalStateException left) {
                listeners.remove(listener);
            } finally {
                listener.busy.set(false);
            }
        });
    }

    @PreDestroy
    void stop() {
        clockwork.shutdownNow();
        tellers.shutdownNow();
        new ArrayList<>(listeners).forEach(listener -> listener.emitter.complete());
    }
}
