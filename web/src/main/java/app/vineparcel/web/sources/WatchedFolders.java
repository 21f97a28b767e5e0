package app.vineparcel.web.sources;

import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Which folders were imported into an assignment, as people named them. */
@Component
class WatchedFolders {

    private final JdbcTemplate database;

    WatchedFolders(JdbcTemplate database) {
        this.database = database;
    }

    void add(long assignmentId, String named) {
        database.update(
                "insert into watched_folder (assignment_id, folder) values (?, ?) on conflict do nothing",
                assignmentId,
                named);
    }

    List<String> of(long assignmentId) {
        return database.queryForList(
                "select folder from watched_folder where assignment_id = ? order by folder",
                String.class,
                assignmentId);
    }
}
