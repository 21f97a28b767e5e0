package app.vineparcel.web.work;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What waits to be done. Whatever is put here or taken away belongs to the transaction that does so. Owns all that is asked of its tables. */
@Component
public class WorkQueue {

    /** When work that is held back would begin. */
    public static final Instant HELD = Instant.parse("9999-01-01T00:00:00Z");

    private static final String PUT =
            """
            insert into %s as task (task_name, task_instance, execution_time, picked, version, priority) values (?, ?, ?, false, 1, ?)
            on conflict (task_name, task_instance) do update set execution_time = excluded.execution_time, priority = excluded.priority
            where not task.picked""";

    private final JdbcTemplate database;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    WorkQueue(JdbcTemplate database, ApplicationEventPublisher events, Clock clock) {
        this.database = database;
        this.events = events;
        this.clock = clock;
    }

    /** Something was queued, and may be begun once the transaction is through. */
    record Queued(Lane lane) {}

    /** Queues work to be done as soon as may be. */
    public void put(Lane lane, String job, Collection<String> instances, int priority) {
        put(lane, job, instances, priority, clock.instant());
    }

    /**
     * Queues work; what waits already is not queued twice.
     *
     * @param priority higher goes first, -30000 to 30000
     * @param at not before then
     */
    @Transactional(propagation = Propagation.REQUIRED)
    public void put(Lane lane, String job, Collection<String> instances, int priority, Instant at) {
        database.batchUpdate(PUT.formatted(lane.table()), List.copyOf(instances), 1000, (statement, instance) -> {
            statement.setString(1, job);
            statement.setString(2, instance);
            statement.setTimestamp(3, Timestamp.from(at));
            statement.setInt(4, priority);
        });
        events.publishEvent(new Queued(lane));
    }

    /** Takes work back that nobody has begun. */
    public void remove(String job, String prefix) {
        everywhere("delete from %s where task_name = ? and task_instance like ? and not picked", job, prefix + "%");
    }

    /** Lets work wait until it is put again. */
    public void hold(String job, String prefix) {
        everywhere(
                "update %s set execution_time = ? where task_name = ? and task_instance like ? and not picked",
                Timestamp.from(HELD), job, prefix + "%");
    }

    /** Changes the order in which work is done. */
    public void prioritise(String job, String prefix, int priority) {
        everywhere(
                "update %s set priority = ? where task_name = ? and task_instance like ? and priority <> ?",
                priority, job, prefix + "%", priority);
    }

    /** What of a job is queued or being done; what is held back is not. */
    public Set<String> open(String job) {
        Set<String> open = new HashSet<>();
        for (Lane lane : Lane.values()) {
            open.addAll(database.queryForList(
                    "select task_instance from %s where task_name = ? and (picked or execution_time < ?)"
                            .formatted(lane.table()),
                    String.class,
                    job,
                    Timestamp.from(HELD)));
        }
        return open;
    }

    /** Gives back what processes took that are no more. */
    void releaseWorkOf(Predicate<String> dead) {
        for (Lane lane : Lane.values()) {
            List<String> takers = database.queryForList(
                    "select distinct picked_by from %s where picked".formatted(lane.table()), String.class);
            takers.stream()
                    .filter(dead)
                    .forEach(taker -> database.update(
                            """
                            update %s set picked = false, picked_by = null, last_heartbeat = null, version = version + 1,
                                   execution_time = least(execution_time, current_timestamp)
                            where picked and picked_by = ?"""
                                    .formatted(lane.table()),
                            taker));
        }
    }

    private void everywhere(String statement, Object... values) {
        for (Lane lane : Lane.values()) {
            database.update(statement.formatted(lane.table()), values);
        }
    }
}
