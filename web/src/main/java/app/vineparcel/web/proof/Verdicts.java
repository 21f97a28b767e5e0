package app.vineparcel.web.proof;

import app.vineparcel.core.ProblemException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What was decided about files, by their content: one decision for each, the last one. */
@Component
public class Verdicts {

    private static final String COLUMNS = "select path, sha256, passed, author, said, decided_at from proof_verdict ";

    private static final int LONGEST_PATH = 2000;

    private final JdbcTemplate database;
    private final Clock clock;

    Verdicts(JdbcTemplate database, Clock clock) {
        this.clock = clock;
        this.database = database;
    }

    /** All of an assignment that hold for a content, by {@link #key}. */
    public Map<String, Verdict> of(long assignmentId) {
        Map<String, Verdict> found = new HashMap<>();
        database.query(
                COLUMNS + "where assignment_id = ?",
                row -> {
                    Verdict verdict = read(row);
                    found.put(key(verdict.path(), verdict.sha256()), verdict);
                },
                assignmentId);
        return found;
    }

    /** How a file and its content are found among them. */
    public static String key(String path, String sha256) {
        return sha256 + " " + path;
    }

    /** What was decided about one file. */
    Optional<Verdict> of(long assignmentId, String path, String sha256) {
        return database
                .query(
                        COLUMNS + "where assignment_id = ? and path = ? and sha256 = ?",
                        (row, at) -> read(row),
                        assignmentId,
                        path,
                        sha256)
                .stream()
                .findFirst();
    }

    private static Verdict read(ResultSet row) throws SQLException {
        return new Verdict(
                row.getString(1),
                row.getString(2),
                row.getBoolean(3),
                row.getString(4),
                row.getString(5),
                row.getTimestamp(6).toInstant());
    }

    /**
     * Passes a file as it was looked at, or sends it back; what was decided about the same content before counts no longer.
     *
     * @param said why; a file that is sent back needs it
     */
    Verdict decide(long assignmentId, String path, String sha256, boolean passed, String author, String said)
            throws ProblemException {
        if (!sha256.matches("[0-9a-f]{64}") || path.isBlank() || path.length() > LONGEST_PATH) {
            throw Line.refused("proof.not-a-file", "proof.reload");
        }
        String why = said.isBlank() && passed ? "" : Line.text(said, "proof.say-why");
        Verdict verdict = new Verdict(path, sha256, passed, Line.name(author), why, clock.instant());
        keep(assignmentId, verdict);
        return verdict;
    }

    private void keep(long assignmentId, Verdict verdict) {
        database.update(
                """
                insert into proof_verdict (assignment_id, path, sha256, passed, author, said, decided_at)
                values (?, ?, ?, ?, ?, ?, ?)
                on conflict (assignment_id, path, sha256)
                do update set passed = excluded.passed, author = excluded.author, said = excluded.said, decided_at = excluded.decided_at""",
                assignmentId,
                verdict.path(),
                verdict.sha256(),
                verdict.passed(),
                verdict.author(),
                verdict.said(),
                Timestamp.from(verdict.decidedAt()));
    }
}
