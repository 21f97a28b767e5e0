package app.vineparcel.web.work;

import app.vineparcel.web.storage.StorageSettings;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Says in the database that this process works and what it does, and knows who else does. */
@Component
public class WorkerRegistry {

    private static final Duration ALIVE = Duration.ofSeconds(20);
    private static final Duration SPAN = Duration.ofMinutes(1);
    private static final int LONGEST = 500;
    private static final String SAY =
            """
            insert into worker (name, host, process, threads, started_at, seen_at, doing, files, per_second) values (?, ?, ?, ?, ?, ?, ?, ?, ?)
            on conflict (name) do update set seen_at = excluded.seen_at, doing = excluded.doing, files = excluded.files,
                per_second = excluded.per_second""";
    private static final String ALL =
            "select host, process, threads, started_at, seen_at, doing, files, per_second from worker where seen_at > ? order by started_at";

    /**
     * A process that works.
     *
     * @param host the machine
     * @param process its number there
     * @param threads how many sources it renders at once
     * @param doing what it did when it last said so; empty if nothing
     * @param files how many it has made since it started
     * @param perSecond files a second over the last minute
     */
    public record Status(
            String host,
            long process,
            int threads,
            Instant startedAt,
            Instant seenAt,
            String doing,
            long files,
            double perSecond) {}

    private record Count(long nanos, long files) {}

    private final JdbcTemplate database;
    private final Worker worker;
    private final WorkQueue queue;
    private final WorkSettings settings;
    private final StorageSettings storage;
    private final Clock clock;
    private final Instant started;
    private final Deque<Count> counts = new ArrayDeque<>();

    WorkerRegistry(
            JdbcTemplate database,
            Worker worker,
            WorkQueue queue,
            WorkSettings settings,
            StorageSettings storage,
            Clock clock) {
        this.database = database;
        this.worker = worker;
        this.queue = queue;
        this.settings = settings;
        this.storage = storage;
        this.clock = clock;
        this.started = clock.instant();
    }

    /** Those that were heard of lately. */
    public List<Status> alive() {
        return database.query(
                ALL,
                (row, at) -> new Status(
                        row.getString(1),
                        row.getLong(2),
                        row.getInt(3),
                        row.getTimestamp(4).toInstant(),
                        row.getTimestamp(5).toInstant(),
                        row.getString(6),
                        row.getLong(7),
                        row.getDouble(8)),
                Timestamp.from(clock.instant().minus(ALIVE)));
    }

    /** How many sources are rendered at once, by all of them; at least 1. */
    public int threads() {
        return Math.max(1, alive().stream().mapToInt(Status::threads).sum());
    }

    /** Also gives back what processes of this machine had begun that were ended. */
    @Scheduled(fixedDelay = 3000)
    void say() {
        if (settings.role() == Role.PAGES) {
            return;
        }
        Regularly.whereTheDatabaseAnswers(() -> {
            queue.releaseWorkOf(ThisProcess::isDead);
            String doing = String.join(" · ", worker.doing());
            database.update(
                    SAY,
                    ThisProcess.NAME,
                    ThisProcess.host(),
                    ThisProcess.pid(),
                    storage.threads(),
                    Timestamp.from(started),
                    Timestamp.from(clock.instant()),
                    doing.length() > LONGEST ? doing.substring(0, LONGEST) + "…" : doing,
                    worker.files(),
                    perSecond(System.nanoTime(), worker.files()));
            database.update(
                    "delete from worker where seen_at < ?",
                    Timestamp.from(clock.instant().minus(Duration.ofDays(1))));
        });
    }

    private double perSecond(long nanos, long files) {
        counts.addLast(new Count(nanos, files));
        while (counts.size() > 2 && nanos - counts.peekFirst().nanos() > SPAN.toNanos()) {
            counts.removeFirst();
        }
        Count first = counts.getFirst();
        return nanos == first.nanos() ? 0 : (files - first.files()) * 1e9 / (nanos - first.nanos());
    }
}
