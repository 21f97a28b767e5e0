package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Conversions;
import app.vineparcel.core.render.Order;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderListener;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.WorkContext;
import app.vineparcel.web.work.WorkQueue;
import app.vineparcel.web.work.WorkSettings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Makes the renditions of one source: obeys their orders and looks at nothing else but the files. */
@Component
class UnitJob implements Job {

    /** A rendition that was begun so often and never ended, since the process did first, is not begun again. */
    private static final int MOST_ATTEMPTS = 3;

    /** The key that no run and no rendition has. */
    private static final long NONE = 0;

    private static final Duration LONGEST_WAIT = Duration.ofMinutes(10);
    private static final int MOST_DOUBLINGS = 10;
    private static final Duration SOON = Duration.ofSeconds(5);

    private final JdbcTemplate database;
    private final RunStates runs;
    private final RenditionStates renditions;
    private final Shelf shelf;
    private final DeliveryFolders folders;
    private final WorkSettings settings;
    private final Clock clock;
    private final SourceReader reader;
    private final Conversions conversions = new Conversions();
    /** What this process is doing; a queue that thought it dead may give it the same once more. */
    private final Set<String> underWay = ConcurrentHashMap.newKeySet();

    UnitJob(
            JdbcTemplate database,
            RunStates runs,
            RenditionStates renditions,
            SourceReader reader,
            Shelf shelf,
            DeliveryFolders folders,
            WorkSettings settings,
            Clock clock) {
        this.database = database;
        this.runs = runs;
        this.renditions = renditions;
        this.shelf = shelf;
        this.folders = folders;
        this.settings = settings;
        this.clock = clock;
        this.reader = reader;
    }

    @Override
    public String name() {
        return RunStates.DUTY;
    }

    @Override
    public void rehearse() {
        runs.of(NONE);
        runs.begin(NONE);
        renditions.open(NONE, 1);
        renditions.begin(NONE);
        runs.hasPlaced(NONE);
        renditions.end(NONE, new Outcome.Failed(new Problem.Vanished("", "", ""), 0));
        runs.endIfThrough(NONE);
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        if (!underWay.add(instance)) {
            return Optional.of(clock.instant().plus(SOON));
        }
        try {
            String[] parts = instance.split(":");
            return new Unit(Long.parseLong(parts[0]), Integer.parseInt(parts[1]), context).make();
        } finally {
            underWay.remove(instance);
        }
    }

    /** One unit, once. */
    private final class Unit implements RenderListener {

        private final long runId;
        private final int number;
        private final WorkContext context;
        private final Map<PlannedRendition, RenditionStates.Open> open = new IdentityHashMap<>();
        private final Map<PlannedRendition, Order> orders = new IdentityHashMap<>();
        private final Set<Long> begun = ConcurrentHashMap.newKeySet();
        private final List<Instant> again = Collections.synchronizedList(new ArrayList<>());

        Unit(long runId, int number, WorkContext context) {
            this.runId = runId;
            this.number = number;
            this.context = context;
        }

        Optional<Instant> make() {
            Run.State state = waiting(() -> runs.of(runId)).orElse(Run.State.STOPPED);
            if (state == Run.State.PAUSED) {
                return Optional.of(WorkQueue.HELD);
            }
            if (state.isOver()) {
                return Optional.empty();
            }
            waitingFor(() -> runs.begin(runId));
            List<PlannedRendition> wanted = takeUp();
            if (!wanted.isEmpty()) {
                try {
                    render(wanted);
                } finally {
                    begun.forEach(id -> waitingFor(() -> renditions.giveBack(id)));
                }
            }
            return next();
        }

        /** What is open, as far as it can still be tried. */
        private List<PlannedRendition> takeUp() {
            List<RenditionStates.Open> rows = waiting(() -> renditions.open(runId, number));
            Map<Integer, Order> known = rows.isEmpty() ? Map.of() : waiting(() -> renditions.orders(runId, number));
            List<PlannedRendition> wanted = new ArrayList<>();
            for (RenditionStates.Open row : rows) {
                Order order = known.get(row.position());
                if (row.state() == Rendition.State.RENDERING && row.attempts() >= MOST_ATTEMPTS) {
                    end(row.id(), new Outcome.Failed(endless(row), 0));
                } else if (order == null) {
                    end(row.id(), new Outcome.Failed(orderless(row), 0));
                } else {
                    if (row.state() == Rendition.State.RENDERING) {
                        waitingFor(() -> renditions.takeOver(row.id()));
                    }
                    open.put(order.planned(), row);
                    orders.put(order.planned(), order);
                    wanted.add(order.planned());
                }
            }
            return wanted;
        }

        private void render(List<PlannedRendition> wanted) {
            LocalFolder destination;
            try {
                long assignment = assignmentOf(runId);
                destination = (waiting(() -> runs.hasPlaced(runId))
                                ? LocalFolder.existing(folders.of(assignment))
                                : LocalFolder.at(folders.of(assignment)))
                        .keepingReplaced();
            } catch (ProblemException closed) {
                wanted.forEach(planned -> finished(planned, new Outcome.Failed(closed.problem(), 0)));
                return;
            }
            new RenderRun(reader, shelf, destination, this, context::isEnding, conversions)
                    .render(new Plan(wanted), context.threads());
        }

        @Override
        public boolean starts(PlannedRendition planned) {
            context.giveWay();
            if (context.isEnding()) {
                return false;
            }
            RenditionStates.Open row = open.get(planned);
            if (!waiting(() -> renditions.begin(row.id()))) {
                return false;
            }
            begun.add(row.id());
            context.say(row.path());
            try {
                orders.get(planned).requireSameFiles(shelf);
                return true;
            } catch (ProblemException other) {
                finished(planned, new Outcome.Failed(other.problem(), 0));
                return false;
            }
        }

        @Override
        public void finished(PlannedRendition planned, Outcome outcome) {
            RenditionStates.Open row = open.get(planned);
            if (outcome instanceof Outcome.LeftOut) {
                return; // it was never begun, or is given back at the end
            }
            if (outcome instanceof Outcome.Failed failed
                    && failed.problem() instanceof Problem.CannotWrite closed
                    && closed.mayPass()) {
                Instant until = clock.instant().plus(pause(row.waits()));
                waitingFor(() -> renditions.postpone(row.id(), closed, until));
                again.add(until);
            } else {
                end(row.id(), outcome);
                if (outcome instanceof Outcome.Done) {
                    context.madeFile();
                }
            }
            begun.remove(row.id());
        }

        /** Each pause is twice as long as the one before. */
        private Duration pause(int waits) {
            Duration pause = settings.retry().multipliedBy(1L << Math.min(waits, MOST_DOUBLINGS));
            return pause.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : pause;
        }

        /** When what is left is tried again. */
        private Optional<Instant> next() {
            if (context.isEnding()) {
                return Optional.of(clock.instant());
            }
            waitingFor(() -> runs.endIfThrough(runId));
            boolean left = !waiting(() -> renditions.open(runId, number)).isEmpty();
            if (!left) {
                return Optional.empty();
            }
            Run.State state = waiting(() -> runs.of(runId)).orElse(Run.State.STOPPED);
            if (state.isOver()) {
                return Optional.empty();
            }
            return state == Run.State.PAUSED
                    ? Optional.of(WorkQueue.HELD)
                    : again.stream()
                            .min(Instant::compareTo)
                            .or(() -> Optional.of(clock.instant().plus(SOON)));
        }

        private void end(long id, Outcome outcome) {
            waitingFor(() -> renditions.end(id, outcome));
        }

        private <T> T waiting(Supplier<T> work) {
            return DatabaseRetry.with(context::isEnding, work);
        }

        private void waitingFor(Runnable work) {
            DatabaseRetry.with(context::isEnding, () -> {
                work.run();
                return true;
            });
        }
    }

    private long assignmentOf(long runId) {
        Long id = database.queryForObject("select assignment_id from run where id = ?", Long.class, runId);
        return id == null ? 0 : id;
    }

    private static Problem endless(RenditionStates.Open row) {
        return new Problem.OverBudget(
                row.path(),
                Text.of("runs.rendering-was-tried-times", row.attempts()),
                Text.of("runs.export-the-source-again"));
    }

    private static Problem orderless(RenditionStates.Open row) {
        return new Problem.Vanished(row.path(), Text.of("runs.the-order-for-this"), Text.of("runs.render-it-again"));
    }
}
