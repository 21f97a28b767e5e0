package app.vineparcel.web.runs;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.MadeFile;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What the runs of an assignment made last of every cell of its plan. */
@Component
public class MadeFiles {

    private static final String LAST =
            """
            select piece_id, pages, channel_id, recipe_id, state, path, density, recipe_word, recipe_version, source_word, framing, bytes
            from (select r.piece_id, r.pages, r.channel_id, r.recipe_id, r.state, r.path, r.density, md5(r.recipe_body) recipe_word,
                         r.recipe_version, r.source_word, r.framing, coalesce(r.bytes, 0) bytes, run.number,
                         max(run.number) over (partition by r.piece_id, r.channel_id, r.recipe_id) newest
                  from rendition r join run on run.id = r.run_id
                  where run.assignment_id = ? and r.state in ('DONE', 'FAILED') and r.channel_id is not null and r.recipe_id is not null) made
            where number = newest""";

    private final JdbcTemplate database;

    MadeFiles(JdbcTemplate database) {
        this.database = database;
    }

    /** The files of cells; a file of several pieces belongs to the cells of all of them. */
    public Map<Choices.Cell, List<MadeFile>> of(long assignmentId) {
        Map<Choices.Cell, List<MadeFile>> found = new HashMap<>();
        database.query(
                LAST,
                row -> {
                    put(row, found);
                },
                assignmentId);
        return found;
    }

    private static void put(ResultSet row, Map<Choices.Cell, List<MadeFile>> found) throws SQLException {
        MadeFile file = new MadeFile(
                row.getString("state").equals(Rendition.State.DONE.name()),
                row.getString("path"),
                row.getDouble("density"),
                row.getString("recipe_word"),
                row.getInt("recipe_version"),
                row.getString("source_word"),
                row.getString("framing"),
                row.getLong("bytes"));
        String column = row.getLong("channel_id") + "." + row.getLong("recipe_id");
        String pages = row.getString("pages");
        for (String piece : (pages.isEmpty() ? row.getString("piece_id") : pages).split(",")) {
            found.computeIfAbsent(new Choices.Cell(piece, column), cell -> new ArrayList<>())
                    .add(file);
        }
    }
}
