package app.vineparcel.web.runs;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Finds what changed in a run since it was looked at last. */
@Component
class RunChanges {

    private static final Logger LOG = LoggerFactory.getLogger(RunChanges.class);

    /** Writes of several processes become visible a little out of order. */
    private static final Duration OVERLAP = Duration.ofSeconds(3);

    private static final int MOST = 400;
    private static final Duration QUIET = Duration.ofSeconds(2);
    private static final String SINCE =
            "select position, state, changed_at from rendition where run_id = ? and changed_at > ? order by changed_at limit ?";

    /** What was told of a run by now. */
    static final class Watch {
        private final long runId;
        private Instant latest;
        private Map<Integer, String> told = new HashMap<>();
        private String head = "";
        private Instant headAt = Instant.EPOCH;

        private Watch(long runId, Instant latest) {
            this.runId = runId;
            this.latest = latest;
        }
    }

    /**
     * News of a run.
     *
     * @param head the part of the page that sums it up; empty where it is as before
     * @param state the run's
     * @param share of it that is over, 0 to 100
     * @param title its name
     * @param changed positions of renditions in another state
     * @param all whether more changed than is said
     * @param away why nothing can be told just now; empty usually
     */
    record News(String head, String state, int share, String title, List<Integer> changed, boolean all, String away) {

        boolean isEmpty() {
            return head.isEmpty() && changed.isEmpty() && !all && away.isEmpty();
        }

        News ofAll() {
            return new News(head, state, share, title, changed, true, away);
        }
    }

    private final RunService runs;
    private final JdbcTemplate database;
    private final ITemplateEngine templates;
    private final Words words = new Words();

    RunChanges(RunService runs, JdbcTemplate database, ITemplateEngine templates) {
        this.runs = runs;
        this.database = database;
        this.templates = templates;
    }

    /** Begins to look at a run. */
    Watch watch(long runId) {
        return new Watch(runId, Instant.EPOCH);
    }

    /**
     * What changed since this was asked last.
     *
     * @param whole whether the summing up is wanted even if it is as before
     */
    News since(Watch watch, boolean whole) {
        try {
            List<Integer> changed = changed(watch);
            boolean many = changed.size() >= MOST;
            Instant now = Instant.now();
            if (changed.isEmpty() && !whole && now.isBefore(watch.headAt.plus(QUIET))) {
                return new News("", "", 0, "", List.of(), false, "");
            }
            watch.headAt = now;
            RunSummary summary = runs.summary(watch.runId);
            Context context = new Context();
            context.setVariable("words", words);
            context.setVariable("summary", summary);
            String head = templates.process("runs/progress", Set.of("head"), context);
            boolean same = head.equals(watch.head) && !whole;
            watch.head = head;
            return new News(
                    same ? "" : head,
                    summary.run().state().name(),
                    summary.total() == 0 ? 100 : (int) (100 * summary.over() / summary.total()),
                    Text.of("runs.run-2", summary.run().number()),
                    many ? List.of() : changed,
                    many,
                    "");
        } catch (DataAccessException | TransactionException | ProblemException away) {
            LOG.debug("run {} cannot be looked at", watch.runId, away);
            return new News("", "", 0, "", List.of(), false, Text.of("runs.the-database-does-not"));
        }
    }

    private List<Integer> changed(Watch watch) {
        List<Integer> changed = new ArrayList<>();
        boolean first = watch.latest.equals(Instant.EPOCH);
        Map<Integer, String> seen = new HashMap<>();
        Instant from = first ? Instant.now().minus(OVERLAP) : watch.latest.minus(OVERLAP);
        Instant[] latest = {first ? from : watch.latest};
        database.query(
                SINCE,
                row -> {
                    int position = row.getInt(1);
                    String state = row.getString(2);
                    Instant at = row.getTimestamp(3).toInstant();
                    seen.put(position, state);
                    if (at.isAfter(latest[0])) {
                        latest[0] = at;
                    }
                    if (!state.equals(watch.told.get(position))) {
                        changed.add(position);
                    }
                },
                watch.runId,
                Timestamp.from(from),
                MOST);
        watch.told = seen;
        watch.latest = latest[0];
        return changed;
    }
}
