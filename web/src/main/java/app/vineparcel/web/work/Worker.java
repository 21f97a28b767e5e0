package app.vineparcel.web.work;

import app.vineparcel.core.render.WarmUp;
import app.vineparcel.web.storage.StorageSettings;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerName;
import com.github.kagkarlsson.scheduler.task.CompletionHandler;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionPhase;
import org.springframework.transaction.event.TransactionalEventListener;

/** Takes work from the queue and does it, where this process has that role. */
@Component
class Worker implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(Worker.class);

    /** How many pieces of work are looked up at once, for each thread; they are taken one by one, since a statement that takes some may take all. */
    private static final double AHEAD = 3;

    private static final int MISSED_HEARTBEATS = 9;
    /** They wait for networks most of their time. */
    private static final int SENDERS = 6;

    private static final Duration AFTER_A_FAULT = Duration.ofSeconds(10);
    private static final Duration LONGEST_COURTESY = Duration.ofSeconds(20);

    private final DataSource dataSource;
    /** Asked for when it starts, since jobs may need to know who works. */
    private final ObjectProvider<Job> jobs;

    private final StorageSettings storage;
    private final WorkSettings settings;
    private final Map<Lane, Scheduler> lanes = new EnumMap<>(Lane.class);
    private final Map<Context, String> doing = new ConcurrentHashMap<>();
    private final AtomicInteger urgent = new AtomicInteger();
    private final AtomicLong files = new AtomicLong();
    private volatile boolean running;
    private volatile boolean ending;

    Worker(DataSource dataSource, ObjectProvider<Job> jobs, StorageSettings storage, WorkSettings settings) {
        this.dataSource = dataSource;
        this.jobs = jobs;
        this.storage = storage;
        this.settings = settings;
    }

    @Override
    public void start() {
        ending = false;
        if (settings.role() == Role.WORKER) {
            warmUp();
        }
        if (settings.role() != Role.PAGES) {
            lanes.put(Lane.READING, lane(Lane.READING, storage.threads()));
            lanes.put(Lane.QUICK, lane(Lane.QUICK, 1));
            lanes.put(Lane.BULK, lane(Lane.BULK, storage.threads()));
            lanes.put(Lane.SENDING, lane(Lane.SENDING, SENDERS));
            lanes.values().forEach(Scheduler::start);
        }
        running = true;
    }

    /** Whoever renders first shall not wait for what every process has to do once. */
    private void warmUp() {
        try {
            Path folder = Files.createTempDirectory("warm-up");
            WarmUp.in(folder);
            Files.delete(folder);
            jobs.forEach(Job::rehearse);
        } catch (IOException | RuntimeException e) {
            LOG.warn("warming up broke off; the first files will take longer", e);
        }
    }

    private Scheduler lane(Lane lane, int threads) {
        List<Task<?>> known = jobs.stream().<Task<?>>map(job -> task(lane, job)).toList();
        return Scheduler.create(dataSource, known)
                .tableName(lane.table())
                .schedulerName(new SchedulerName.Fixed(ThisProcess.NAME))
                .threads(threads)
                .pollingInterval(settings.poll())
                .pollUsingFetch(0.5, AHEAD)
                .heartbeatInterval(settings.heartbeat())
                .missedHeartbeatsLimit(MISSED_HEARTBEATS)
                .enablePriority()
                .shutdownMaxWait(Duration.ofSeconds(2))
                .build();
    }

    private Task<Void> task(Lane lane, Job job) {
        return Tasks.custom(job.name(), Void.class)
                .onDeadExecutionRevive()
                .onFailure(new FailureHandler.OnFailureRetryLater<>(AFTER_A_FAULT))
                .execute((instance, context) -> perform(lane, job, instance.getId()));
    }

    private CompletionHandler<Void> perform(Lane lane, Job job, String instance) {
        if (lane.isUrgent()) {
            urgent.incrementAndGet();
        }
        Context context = new Context(lane, lane == Lane.QUICK ? storage.threads() : 1);
        try {
            Optional<Instant> again = ending ? Optional.of(Instant.now()) : job.perform(instance, context);
            return again.<CompletionHandler<Void>>map(
                            time -> (complete, operations) -> operations.reschedule(complete, time))
                    .orElse((complete, operations) -> operations.remove());
        } finally {
            doing.remove(context);
            if (lane.isUrgent()) {
                urgent.decrementAndGet();
            }
        }
    }

    private final class Context implements WorkContext {

        private final Lane lane;
        private final int threads;

        Context(Lane lane, int threads) {
            this.lane = lane;
            this.threads = threads;
        }

        @Override
        public int threads() {
            return threads;
        }

        @Override
        public boolean isEnding() {
            return ending;
        }

        @Override
        public void giveWay() {
            long end = System.nanoTime() + LONGEST_COURTESY.toNanos();
            while (lane == Lane.BULK && urgent.get() > 0 && !ending && System.nanoTime() - end < 0) {
                try {
                    TimeUnit.MILLISECONDS.sleep(50);
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    return;
                }
            }
        }

        @Override
        public void say(String what) {
            doing.put(this, what);
        }

        @Override
        public void madeFile() {
            files.incrementAndGet();
        }
    }

    /** What is being done now. */
    List<String> doing() {
        return doing.values().stream().sorted().toList();
    }

    /** Files made since the process began. */
    long files() {
        return files.get();
    }

    /** Work that was queued by this process is not waited for. */
    @TransactionalEventListener(phase = TransactionPhase.AFTER_COMMIT, fallbackExecution = true)
    public void queued(WorkQueue.Queued queued) {
        Scheduler scheduler = lanes.get(queued.lane());
        if (scheduler != null && !ending) {
            scheduler.triggerCheckForDueExecutions();
        }
    }

    @Override
    public void stop() {
        ending = true;
        running = false;
        List<Thread> stopping = lanes.values().stream()
                .map(scheduler -> new Thread(scheduler::stop, "stopping work"))
                .toList();
        stopping.forEach(Thread::start);
        for (Thread one : stopping) {
            try {
                one.join(TimeUnit.SECONDS.toMillis(6));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                LOG.warn("interrupted while work was being stopped");
                return;
            }
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** After the database is there, before it goes. */
    @Override
    public int getPhase() {
        return 0;
    }
}
