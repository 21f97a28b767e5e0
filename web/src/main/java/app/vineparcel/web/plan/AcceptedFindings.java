package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Writes down which findings of an assignment's plan somebody has seen and means so. */
@Component
class AcceptedFindings {

    private final JdbcTemplate database;

    AcceptedFindings(JdbcTemplate database) {
        this.database = database;
    }

    void put(long assignmentId, Choices.Accepted one, boolean accepted) {
        String query = accepted
                ? "insert into accepted_finding (assignment_id, code, piece_id, column_key) values (?, ?, ?, ?) on conflict do nothing"
                : "delete from accepted_finding where assignment_id = ? and code = ? and piece_id = ? and column_key = ?";
        database.update(
                query, assignmentId, one.code(), one.piece().isEmpty() ? 0 : Long.parseLong(one.piece()), one.column());
    }
}
