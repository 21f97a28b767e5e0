package app.vineparcel.web.runs;

import app.vineparcel.web.work.WorkerRegistry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Sums runs up, with how long they will still take. */
@Component
class RunSummaries {

    private static final String SUMS =
            """
            select run_id, state, count(*), coalesce(sum(bytes), 0), coalesce(sum(cost), 0), coalesce(sum(millis), 0)
            from rendition where run_id = any(?) group by run_id, state""";
    private static final String CURRENT =
            "select path from rendition where run_id = ? and state = 'RENDERING' order by position limit 8";
    /** What the runs that ended last took, against what they were thought to be. */
    private static final String SPEED =
            """
            select sum(millis) / nullif(sum(cost), 0) from rendition
            where state = 'DONE' and cost > 0 and run_id in
              (select id from run where ended_at is not null and state in ('DONE', 'STOPPED') order by ended_at desc limit 4)""";

    /** A machine's speed counts as much as so large a part of a run that was made. */
    private static final double PRIOR = 0.03;

    private static final Duration KNOWN = Duration.ofSeconds(20);

    /** Of the renditions of a run in one state. */
    private record Sum(long count, long bytes, double cost, long millis) {
        static final Sum NONE = new Sum(0, 0, 0, 0);
    }

    private record Machine(double millisPerCost, int threads, Instant asked) {}

    private final JdbcTemplate database;
    private final WorkerRegistry workers;
    private final Clock clock;
    private volatile Machine machine = new Machine(1, 1, Instant.EPOCH);

    RunSummaries(JdbcTemplate database, WorkerRegistry workers, Clock clock) {
        this.database = database;
        this.workers = workers;
        this.clock = clock;
    }

    /** In the order of the runs. */
    List<RunSummary> of(Collection<Run> runs) {
        Map<Long, Map<Rendition.State, Sum>> sums = new HashMap<>();
        database.query(
                SUMS,
                row -> {
                    sums.computeIfAbsent(row.getLong(1), id -> new EnumMap<>(Rendition.State.class))
                            .put(
                                    Rendition.State.valueOf(row.getString(2)),
                                    new Sum(row.getLong(3), row.getLong(4), row.getDouble(5), row.getLong(6)));
                },
                (Object) runs.stream().map(Run::id).toArray(Long[]::new));
        return runs.stream()
                .map(run -> of(run, sums.getOrDefault(run.id(), Map.of())))
                .toList();
    }

    private RunSummary of(Run run, Map<Rendition.State, Sum> sums) {
        long total = sums.values().stream().mapToLong(Sum::count).sum();
        Sum done = sums.getOrDefault(Rendition.State.DONE, Sum.NONE);
        long failed = sums.getOrDefault(Rendition.State.FAILED, Sum.NONE).count();
        List<String> current =
                run.state().isOver() ? List.of() : database.queryForList(CURRENT, String.class, run.id());
        double seconds = run.took()
                .or(() -> run.startedAt().map(began -> Duration.between(began, clock.instant())))
                .map(took -> took.toMillis() / 1000.0)
                .orElse(0.0);
        return new RunSummary(
                run,
                total,
                done.count(),
                sums.getOrDefault(Rendition.State.UNCHANGED, Sum.NONE).count(),
                failed,
                sums.getOrDefault(Rendition.State.LEFT_OUT, Sum.NONE).count(),
                done.bytes(),
                current,
                seconds > 0 ? (done.count() + failed) / seconds : 0,
                run.state().isOver() ? -1 : secondsLeft(sums));
    }

    /**
     * From what the machine took for what it was thought to take, first of earlier runs, then more and more of this one. Counts work, not hours, so
     * pauses and nights when nothing ran change nothing.
     */
    private long secondsLeft(Map<Rendition.State, Sum> sums) {
        Machine known = machine();
        Sum done = sums.getOrDefault(Rendition.State.DONE, Sum.NONE);
        double open = sums.getOrDefault(Rendition.State.WAITING, Sum.NONE).cost()
                + sums.getOrDefault(Rendition.State.RENDERING, Sum.NONE).cost() / 2;
        double prior = (open + done.cost()) * PRIOR;
        double rate = (prior * known.millisPerCost() + done.millis()) / Math.max(1e-9, prior + done.cost());
        return Math.round(open * rate / 1000 / known.threads());
    }

    private Machine machine() {
        Machine known = machine;
        if (known.asked().plus(KNOWN).isBefore(clock.instant())) {
            Double speed = database.queryForObject(SPEED, Double.class);
            known = new Machine(speed == null || !(speed > 0) ? 1 : speed, workers.threads(), clock.instant());
            machine = known;
        }
        return known;
    }
}
