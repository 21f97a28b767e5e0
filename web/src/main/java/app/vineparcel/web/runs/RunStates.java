package app.vineparcel.web.runs;

import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.WorkQueue;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How far runs have come, and which of their units are queued. */
@Component
class RunStates {

    /** By what name units are queued; an instance is a run's key, a colon and the unit's number. */
    static final String DUTY = "render";

    /** A run of one source and no more renditions than that is made at once, beside larger ones. */
    private static final int QUICK = 24;

    private static final int FIRST = 30_000;
    private static final String UNITS_OPEN =
            "select distinct unit from rendition where run_id = ? and state in ('WAITING', 'RENDERING') order by unit";
    private static final String END =
            """
            update run set state = 'DONE', ended_at = ? where id = ? and state in ('WAITING', 'RENDERING')
              and not exists (select 1 from rendition where run_id = run.id and state in ('WAITING', 'RENDERING'))""";
    private static final String OPEN =
            """
            select distinct r.run_id, r.unit from rendition r join run on run.id = r.run_id
            where run.state in ('WAITING', 'RENDERING') and r.state in ('WAITING', 'RENDERING')""";

    private final JdbcTemplate database;
    private final WorkQueue queue;
    private final List<RunListener> listeners;
    private final Clock clock;

    RunStates(JdbcTemplate database, WorkQueue queue, List<RunListener> listeners, Clock clock) {
        this.listeners = listeners;
        this.database = database;
        this.queue = queue;
        this.clock = clock;
    }

    /** A run's state; empty if there is none of that number. */
    Optional<Run.State> of(long runId) {
        return database.queryForList("select state from run where id = ?", String.class, runId).stream()
                .map(Run.State::valueOf)
                .findFirst();
    }

    /** The first unit of it was begun. */
    void begin(long runId) {
        database.update(
                "update run set state = 'RENDERING', started_at = coalesce(started_at, ?) where id = ? and state = 'WAITING'",
                Timestamp.from(clock.instant()),
                runId);
    }

    /** Ends it where nothing of it is open any more. */
    void endIfThrough(long runId) {
        if (database.update(END, Timestamp.from(clock.instant()), runId) > 0) {
            listeners.forEach(listener -> listener.ended(runId));
        }
    }

    /** Whether anything of it was put in place by now. */
    boolean hasPlaced(long runId) {
        return Boolean.TRUE.equals(database.queryForObject(
                "select exists (select 1 from rendition where run_id = ? and state in ('DONE', 'UNCHANGED'))",
                Boolean.class,
                runId));
    }

    /** Queues every unit of which anything is open. */
    @Transactional
    public void queue(long runId) {
        List<Integer> units = database.queryForList(UNITS_OPEN, Integer.class, runId);
        int files = database.queryForList("select id from rendition where run_id = ? limit ?", runId, QUICK + 1)
                .size();
        Lane lane = units.size() <= 1 && files <= QUICK ? Lane.QUICK : Lane.BULK;
        Instant at = database.queryForList("select start_at from run where id = ?", Timestamp.class, runId).stream()
                .filter(time -> time != null)
                .map(Timestamp::toInstant)
                .findFirst()
                .orElse(clock.instant());
        queue.put(lane, DUTY, units.stream().map(unit -> instance(runId, unit)).toList(), FIRST, at);
        order();
    }

    /** Gives the queued units the order of their runs. */
    @Transactional
    public void order() {
        List<Long> open = database.queryForList(
                "select id from run where state in ('WAITING', 'RENDERING', 'PAUSED') order by place, id", Long.class);
        for (int at = 0; at < open.size(); at++) {
            queue.prioritise(DUTY, open.get(at) + ":", Math.max(0, FIRST - at));
        }
    }

    /** Sets right what the end of a process left: runs of which nothing is open, and open ones of which nothing is queued. */
    void tidy() {
        database.queryForList("select id from run where state in ('WAITING', 'RENDERING')", Long.class)
                .forEach(this::endIfThrough);
        Set<String> queued = queue.open(DUTY);
        Set<Long> lost = new TreeSet<>();
        database.query(OPEN, row -> {
            if (!queued.contains(instance(row.getLong(1), row.getInt(2)))) {
                lost.add(row.getLong(1));
            }
        });
        lost.forEach(this::queue);
    }

    private static String instance(long runId, int unit) {
        return runId + ":" + unit;
    }
}
