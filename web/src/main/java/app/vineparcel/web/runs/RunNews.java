package app.vineparcel.web.runs;

import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentNews;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What the last run of an assignment does, or did not do. */
@Component
class RunNews implements AssignmentNews {

    private static final String LAST =
            """
            select run.assignment_id, run.number, run.state, count(*), count(*) filter (where r.state in ('DONE', 'UNCHANGED', 'FAILED')),
                   count(*) filter (where r.state = 'FAILED')
            from run join rendition r on r.run_id = run.id
            where run.id in (select max(id) from run where assignment_id = any(?) group by assignment_id)
            group by run.assignment_id, run.number, run.state""";

    private final JdbcTemplate database;

    RunNews(JdbcTemplate database) {
        this.database = database;
    }

    @Override
    public Map<Long, List<Item>> items(Collection<Long> assignments) {
        Map<Long, List<Item>> items = new HashMap<>();
        database.query(
                LAST,
                row -> {
                    Run.State state = Run.State.valueOf(row.getString(3));
                    String run = Text.of("runs.run", row.getLong(2));
                    long failed = row.getLong(6);
                    String text =
                            switch (state) {
                                case WAITING -> Text.of("runs.is-waiting", run);
                                case PAUSED -> Text.of("runs.is-paused", run);
                                case RENDERING -> Text.of("runs.of", run, row.getLong(5), row.getLong(4));
                                case DONE ->
                                    failed > 0 ? Text.of("runs.failed", run, failed) : Text.of("runs.is-done", run);
                                case STOPPED -> Text.of("runs.was-stopped", run);
                                case INTERRUPTED -> Text.of("runs.was-interrupted", run);
                            };
                    items.put(row.getLong(1), List.of(new Item(text, failed > 0 || state == Run.State.INTERRUPTED)));
                },
                (Object) assignments.toArray(Long[]::new));
        return items;
    }
}
