package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.core.render.Order;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.web.sources.NoticeList;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** How far the renditions of a run have come, as those who make them write it down: every step is one statement about one row, or about one run. */
@Component
class RenditionStates {

    private static final int LONGEST_TEXT = 1000;
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String BEGIN =
            """
            update rendition r set state = 'RENDERING', attempts = attempts + 1, reason = null, remedy = null, again_at = null,
                   changed_at = clock_timestamp()
            where r.id = ? and r.state = 'WAITING'
              and exists (select 1 from run where run.id = r.run_id and run.state in ('WAITING', 'RENDERING'))""";
    private static final String DONE =
            """
            update rendition set state = 'DONE', width = ?, height = ?, bytes = ?, sha256 = ?, modified = ?, clipped = ?, written = ?,
                   notices = ?, millis = ?, reason = null, remedy = null, again_at = null, changed_at = clock_timestamp() where id = ?""";
    private static final String FAILED =
            "update rendition set state = 'FAILED', millis = ?, reason = ?, remedy = ?, changed_at = clock_timestamp() where id = ?";
    private static final String BACK =
            """
            update rendition r set state = case when run.state = 'STOPPED' then 'LEFT_OUT' else 'WAITING' end,
                   attempts = greatest(0, attempts - 1), changed_at = clock_timestamp()
            from run where run.id = r.run_id and r.id = ? and r.state = 'RENDERING'""";
    private static final String POSTPONED =
            """
            update rendition set state = 'WAITING', attempts = greatest(0, attempts - 1), waits = waits + 1, reason = ?, remedy = ?, again_at = ?,
                   changed_at = clock_timestamp() where id = ?""";
    private static final String OPEN =
            """
            select id, position, path, state, attempts, waits from rendition
            where run_id = ? and unit = ? and state in ('WAITING', 'RENDERING') order by position""";

    /** A rendition that is not over. */
    record Open(long id, int position, String path, Rendition.State state, int attempts, int waits) {}

    private final JdbcTemplate database;
    private final List<RunListener> listeners;

    RenditionStates(JdbcTemplate database, List<RunListener> listeners) {
        this.database = database;
        this.listeners = listeners;
    }

    /** Those of a unit that are not over, in order. */
    List<Open> open(long runId, int unit) {
        return database.query(
                OPEN,
                (row, at) -> new Open(
                        row.getLong(1),
                        row.getInt(2),
                        row.getString(3),
                        Rendition.State.valueOf(row.getString(4)),
                        row.getInt(5),
                        row.getInt(6)),
                runId,
                unit);
    }

    /** The orders of a unit, by the positions of their renditions. */
    Map<Integer, Order> orders(long runId, int unit) {
        Map<Integer, Order> orders = new HashMap<>();
        for (Map.Entry<String, JsonNode> one : unit(runId, unit).properties()) {
            orders.put(Integer.valueOf(one.getKey()), Order.read(one.getValue().toString()));
        }
        return orders;
    }

    /** The order of one rendition of a unit. */
    Optional<Order> order(long runId, int unit, int position) {
        return Optional.ofNullable(unit(runId, unit).get(String.valueOf(position)))
                .map(one -> Order.read(one.toString()));
    }

    private JsonNode unit(long runId, int number) {
        String body = database.queryForObject(
                "select orders from work_unit where run_id = ? and number = ?", String.class, runId, number);
        return JSON.readTree(body == null ? "{}" : body);
    }

    /** Whether it may be begun: it still waits, and its run still goes on. An attempt is charged before anything is touched. */
    boolean begin(long id) {
        return database.update(BEGIN, id) > 0;
    }

    /** Writes down what became of it, and tells those who have to know. */
    @Transactional
    public void end(long id, Outcome outcome) {
        if (outcome instanceof Outcome.Done done) {
            database.update(
                    DONE,
                    done.size().width(),
                    done.size().height(),
                    done.bytes(),
                    done.sha256(),
                    done.placed().modified(),
                    done.clipped(),
                    Sentences.format(done.format()),
                    NoticeList.written(done.notices()),
                    done.millis(),
                    id);
            listeners.forEach(listener -> listener.made(id));
        } else if (outcome instanceof Outcome.Failed failed) {
            database.update(
                    FAILED,
                    failed.millis(),
                    shortened(failed.problem().reason()),
                    shortened(failed.problem().remedy()),
                    id);
        } else {
            giveBack(id);
        }
    }

    /** One that was begun and not made waits again, without an attempt the more; in a run that was stopped it is left out. */
    void giveBack(long id) {
        database.update(BACK, id);
    }

    /** One that cannot be put in place yet waits again. */
    void postpone(long id, Problem why, Instant until) {
        database.update(POSTPONED, shortened(why.reason()), shortened(why.remedy()), Timestamp.from(until), id);
    }

    /** One that somebody began who did not come back waits again; its attempt stays charged. */
    void takeOver(long id) {
        database.update(
                "update rendition set state = 'WAITING', changed_at = clock_timestamp() where id = ? and state = 'RENDERING'",
                id);
    }

    private static String shortened(String text) {
        String kept = text.replace("\0", "");
        return kept.length() > LONGEST_TEXT ? kept.substring(0, LONGEST_TEXT - 1) + "…" : kept;
    }
}
