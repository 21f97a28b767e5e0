package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderListener;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.storage.StorageSettings;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Does the runs in the background, one after the other, and writes every step into the database as it happens. */
@Component
class RunWorker {

    /** Two seconds apart: half a minute without a database is lived through. */
    private static final int MOST_TRIES = 20;

    private static final Logger LOG = LoggerFactory.getLogger(RunWorker.class);

    private final RunRepository runs;
    private final RenditionRepository renditions;
    private final RunPlans plans;
    private final SourceReader reader;
    private final Shelf shelf;
    private final DeliveryFolders folders;
    private final StorageSettings settings;
    private final TransactionTemplate transaction;
    private final Clock clock;
    private final ExecutorService worker = Executors.newSingleThreadExecutor();
    private final Set<Long> stopping = ConcurrentHashMap.newKeySet();
    private volatile boolean ending;

    RunWorker(
            RunRepository runs,
            RenditionRepository renditions,
            RunPlans plans,
            SourceReader reader,
            Shelf shelf,
            DeliveryFolders folders,
            StorageSettings settings,
            TransactionTemplate transaction,
            Clock clock) {
        this.runs = runs;
        this.renditions = renditions;
        this.plans = plans;
        this.reader = reader;
        this.shelf = shelf;
        this.folders = folders;
        this.settings = settings;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Runs that the last end of the application cut short are closed, with what they left in place still right. */
    @EventListener(ApplicationReadyEvent.class)
    void closeInterrupted() {
        for (Run run : runs.findByStateIn(List.of(Run.State.WAITING, Run.State.RENDERING))) {
            close(run.id(), Run.State.INTERRUPTED);
        }
    }

    void queueAfterCommit(long runId) {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                worker.execute(() -> run(runId));
            }
        });
    }

    /** One that waits is over at once; one that is being rendered ends with what it is rendering. */
    void stop(long runId) {
        stopping.add(runId);
        boolean waited = Boolean.TRUE.equals(transaction.execute(status -> runs.findToChange(runId)
                .filter(run -> run.state() == Run.State.WAITING)
                .map(run -> {
                    leaveOut(run);
                    run.end(Run.State.STOPPED, clock.instant());
                    return true;
                })
                .orElse(false)));
        if (waited) {
            stopping.remove(runId);
        }
    }

    private void run(long runId) {
        if (ending) {
            return;
        }
        try {
            if (!begun(runId)) {
                return;
            }
            render(runs.findById(runId).orElseThrow());
            close(runId, stopping.contains(runId) ? Run.State.STOPPED : Run.State.INTERRUPTED);
        } catch (RuntimeException e) {
            LOG.error("run {} broke off", runId, e);
            close(runId, Run.State.INTERRUPTED);
        } finally {
            stopping.remove(runId);
        }
    }

    private boolean begun(long runId) {
        return Boolean.TRUE.equals(transaction.execute(status -> runs.findToChange(runId)
                .filter(run -> run.state() == Run.State.WAITING)
                .map(run -> {
                    run.begin(clock.instant());
                    return true;
                })
                .orElse(false)));
    }

    private void render(Run run) {
        Map<PlannedRendition, Long> keys = new ConcurrentHashMap<>();
        RunPlans.Checked checked = plans.of(run, renditions.findByRunIdOrderByPosition(run.id()), keys);
        checked.failed().forEach((id, problem) -> end(id, new Outcome.Failed(problem, 0)));
        Plan plan = checked.plan();
        RenderListener listener = new RenderListener() {
            @Override
            public void started(PlannedRendition rendition) {
                change(keys.get(rendition), Rendition::begin);
            }

            @Override
            public void finished(PlannedRendition rendition, Outcome outcome) {
                end(keys.get(rendition), outcome);
            }
        };
        try {
            Destination destination = Destination.at(folders.of(run.assignmentId()));
            new RenderRun(reader, shelf, destination, listener, () -> ending || stopping.contains(run.id()))
                    .render(plan, settings.threads());
        } catch (ProblemException e) {
            Problem problem = e.problem();
            plan.renditions().forEach(rendition -> end(keys.get(rendition), new Outcome.Failed(problem, 0)));
        }
    }

    private void end(long renditionId, Outcome outcome) {
        change(renditionId, rendition -> rendition.end(outcome));
    }

    /** The database may be away for a moment, such as while it is started anew; what was made is written down when it is back. */
    private void change(long renditionId, java.util.function.Consumer<Rendition> change) {
        for (int tries = 1; ; tries++) {
            try {
                transaction.executeWithoutResult(
                        status -> change.accept(renditions.findById(renditionId).orElseThrow()));
                return;
            } catch (TransientDataAccessException
                    | DataAccessResourceFailureException
                    | CannotCreateTransactionException e) {
                if (tries == MOST_TRIES || ending) {
                    throw e;
                }
                LOG.warn("writing down rendition {} failed, try {}: {}", renditionId, tries, e.getMessage());
                pause();
            }
        }
    }

    private static void pause() {
        try {
            TimeUnit.SECONDS.sleep(2);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /**
     * Leaves out what is still open.
     *
     * @param cut how the run ended if anything was left out; one that was stopped after its last rendition is done
     */
    private void close(long runId, Run.State cut) {
        transaction.executeWithoutResult(status -> {
            Run run = runs.findToChange(runId).orElseThrow();
            leaveOut(run);
            boolean whole = !renditions.existsByRunIdAndState(runId, Rendition.State.LEFT_OUT);
            run.end(whole ? Run.State.DONE : cut, clock.instant());
        });
    }

    private void leaveOut(Run run) {
        for (Rendition.State open : List.of(Rendition.State.WAITING, Rendition.State.RENDERING)) {
            renditions.findByRunIdAndState(run.id(), open).forEach(r -> r.end(new Outcome.LeftOut(0)));
        }
    }

    @PreDestroy
    void end() throws InterruptedException {
        ending = true;
        worker.shutdownNow();
        worker.awaitTermination(5, TimeUnit.SECONDS);
    }
}
