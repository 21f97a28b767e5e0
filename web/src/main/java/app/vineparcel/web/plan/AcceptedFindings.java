package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import java.util.HashSet;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Keeps which findings of an assignment's plan somebody has seen and means so. */
@Component
class AcceptedFindings {

    private final JdbcTemplate database;

    AcceptedFindings(JdbcTemplate database) {
        this.database = database;
    }

    Set<Choices.Accepted> of(long assignmentId) {
        Set<Choices.Accepted> found = new HashSet<>();
        database.query(
                "select code, piece_id, column_key from accepted_finding where assignment_id = ?",
                row -> {
                    String piece = row.getLong(2) == 0 ? "" : row.getString(2);
                    found.add(new Choices.Accepted(row.getString(1), piece, row.getString(3)));
                },
                assignmentId);
        return found;
    }

    void put(long assignmentId, Choices.Accepted one, boolean accepted) {
        String query = accepted
                ? "insert into accepted_finding (assignment_id, code, piece_id, column_key) values (?, ?, ?, ?) on conflict do nothing"
                : "delete from accepted_finding where assignment_id = ? and code = ? and piece_id = ? and column_key = ?";
        database.update(
                query, assignmentId, one.code(), one.piece().isEmpty() ? 0 : Long.parseLong(one.piece()), one.column());
    }
}
