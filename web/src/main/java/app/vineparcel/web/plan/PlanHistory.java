package app.vineparcel.web.plan;

import app.vineparcel.core.plan.PlanEdit;
import app.vineparcel.core.plan.PlanStep;
import app.vineparcel.web.Text;
import app.vineparcel.web.sources.PiecesRenamed;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Keeps what was done to the plans of assignments, step by step, as long as an assignment lives. */
@Component
class PlanHistory {

    private static final int LONGEST_LABEL = 200;

    /** A step that was kept. */
    record StoredStep(long id, PlanStep step) {}

    /**
     * What can be taken back and done again.
     *
     * @param undo the number of the last step; 0 if there is none
     * @param undoes what that was
     * @param redo the number of the step that was taken back last; 0 if there is none
     * @param redoes what that was
     */
    record Ends(long undo, @Nullable String undoes, long redo, @Nullable String redoes) {}

    private final JdbcTemplate database;
    private final Clock clock;

    PlanHistory(JdbcTemplate database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** Notes a step; what was taken back before it cannot be done again. */
    void add(long assignmentId, PlanStep step) {
        database.update("delete from plan_step where assignment_id = ? and undone", assignmentId);
        String label = step.label();
        database.update(
                "insert into plan_step (assignment_id, label, edits, done_at) values (?, ?, ?, ?)",
                assignmentId,
                label.length() > LONGEST_LABEL ? label.substring(0, LONGEST_LABEL - 1) + "…" : label,
                step.written(),
                Timestamp.from(clock.instant()));
    }

    /** Names that were given on other pages can be taken back like all else. */
    @EventListener
    void renamed(PiecesRenamed renamed) {
        List<PlanEdit> edits = renamed.names().stream()
                .map(name -> new PlanEdit(
                        PlanEdit.Kind.NAME,
                        String.valueOf(name.piece()),
                        "",
                        name.before().orElse(null),
                        name.after().orElse(null)))
                .toList();
        add(
                renamed.assignmentId(),
                new PlanStep(Text.of("plan.renamed-2", Text.of("count.piece", edits.size())), edits));
    }

    /** The step that was done last. */
    Optional<StoredStep> last(long assignmentId) {
        return one(
                "select id, label, edits from plan_step where assignment_id = ? and not undone order by id desc limit 1",
                assignmentId);
    }

    /** The step that was taken back last. */
    Optional<StoredStep> next(long assignmentId) {
        return one(
                "select id, label, edits from plan_step where assignment_id = ? and undone order by id limit 1",
                assignmentId);
    }

    private Optional<StoredStep> one(String query, long assignmentId) {
        List<StoredStep> found = database.query(
                query,
                (row, at) -> new StoredStep(row.getLong(1), PlanStep.read(row.getString(2), row.getString(3))),
                assignmentId);
        return found.stream().findFirst();
    }

    /** Notes that a step was taken back, or done again. */
    void mark(long id, boolean undone) {
        database.update("update plan_step set undone = ? where id = ?", undone, id);
    }

    Ends ends(long assignmentId) {
        return database.queryForObject(
                """
                select coalesce(u.id, 0), u.label, coalesce(r.id, 0), r.label from (values (1)) one
                left join lateral (select id, label from plan_step where assignment_id = ? and not undone order by id desc limit 1) u on true
                left join lateral (select id, label from plan_step where assignment_id = ? and undone order by id limit 1) r on true""",
                (row, at) -> new Ends(row.getLong(1), row.getString(2), row.getLong(3), row.getString(4)),
                assignmentId,
                assignmentId);
    }
}
