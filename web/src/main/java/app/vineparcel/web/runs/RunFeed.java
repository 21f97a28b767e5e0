package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Words;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * Tells open pages how runs go. Everything told comes from the database, so a page that is reloaded or comes back later is right at
 * once; only rows that changed since the last telling are sent.
 */
@Component
class RunFeed {

    private static final Logger LOG = LoggerFactory.getLogger(RunFeed.class);
    private static final long PERIOD_MILLIS = 300;
    private static final int MOST_LISTENERS = 100;

    /** A page that listens, with what it was told of each rendition. */
    private static final class Listener {
        private final long runId;
        private final SseEmitter emitter;
        private final Map<Long, Rendition.State> told = new HashMap<>();
        private final AtomicBoolean busy = new AtomicBoolean();
        private volatile boolean gone;

        private Listener(long runId, SseEmitter emitter) {
            this.runId = runId;
            this.emitter = emitter;
        }
    }

    private final RunService runs;
    private final ITemplateEngine templates;
    private final Words words = new Words();
    private final List<Listener> listeners = new CopyOnWriteArrayList<>();
    private final ScheduledExecutorService clockwork = Executors.newSingleThreadScheduledExecutor();
    /** A page that does not read holds one of these until the server gives it up; no other page waits for it. */
    private final ExecutorService tellers = Executors.newCachedThreadPool(new CustomizableThreadFactory("telling-"));

    RunFeed(RunService runs, ITemplateEngine templates) {
        this.runs = runs;
        this.templates = templates;
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
                    "This page", "Too many pages watch runs at once.", "Close some of them and reload this one."));
        }
        Listener listener = new Listener(runId, emitter);
        Runnable leave = () -> {
            listener.gone = true;
            listeners.remove(listener);
        };
        listener.emitter.onCompletion(leave);
        listener.emitter.onTimeout(leave);
        listener.emitter.onError(e -> leave.run());
        listeners.add(listener);
        return listener.emitter;
    }

    private void tellAll() {
        for (Listener listener : listeners) {
            if (listener.busy.compareAndSet(false, true)) {
                tellers.execute(() -> tellOne(listener));
            }
        }
    }

    private void tellOne(Listener listener) {
        try {
            tell(listener);
        } catch (IOException | IllegalStateException left) {
            listeners.remove(listener);
        } catch (ProblemException | RuntimeException e) {
            LOG.warn("telling about run {} failed", listener.runId, e);
            listeners.remove(listener);
            listener.emitter.complete();
        } finally {
            listener.busy.set(false);
        }
    }

    private void tell(Listener listener) throws IOException, ProblemException {
        RunSummary summary = runs.summary(listener.runId);
        List<Rendition> changed = runs.renditions(listener.runId).stream()
                .filter(r -> r.state() != listener.told.put(r.id(), r.state()))
                .toList();
        Context context = new Context();
        context.setVariable("words", words);
        context.setVariable("summary", summary);
        context.setVariable("changed", changed);
        String html = templates.process("runs/progress", Set.of("update"), context);
        listener.emitter.send(SseEmitter.event().name("progress").data(html, MediaType.TEXT_HTML));
        if (summary.run().state().isOver() && !listener.gone) {
            listener.emitter.send(SseEmitter.event().name("over").data("over"));
            listeners.remove(listener);
            listener.emitter.complete();
        }
    }

    @PreDestroy
    void stop() {
        clockwork.shutdownNow();
        tellers.shutdownNow();
        listeners.forEach(listener -> listener.emitter.complete());
    }
}
