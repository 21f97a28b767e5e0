package app.vineparcel.web.runs;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What the runs of an assignment made last of every cell of its plan, and whether that is still in place. */
@Component
public class MadeFiles {

    private static final String LAST =
            """
            select piece_id, pages, channel_id, recipe_id, state, path, density, recipe_word, recipe_version, source_word, framing, bytes,
                   fingerprint, modified, sha256
            from (select r.piece_id, r.pages, r.channel_id, r.recipe_id, r.state, r.path, r.density, r.recipe_word, r.fingerprint,
                         r.recipe_version, r.source_word, r.framing, coalesce(r.bytes, 0) bytes, r.modified, coalesce(r.sha256, '') sha256,
                         run.number, max(run.number) over (partition by r.piece_id, r.channel_id, r.recipe_id) newest
                  from rendition r join run on run.id = r.run_id
                  where run.assignment_id = ? and r.state in ('DONE', 'UNCHANGED', 'FAILED')
                    and r.channel_id is not null and r.recipe_id is not null) made
            where number = newest""";
    private static final String BY_PATH =
            """
            select distinct on (r.path) r.id, r.path, r.fingerprint, coalesce(r.bytes, 0), r.modified, coalesce(r.sha256, '')
            from rendition r join run on run.id = r.run_id
            where run.assignment_id = ? and r.state in ('DONE', 'UNCHANGED')
            order by r.path, run.number desc""";

    /**
     * The last that was put in a place.
     *
     * @param rendition its key
     * @param fingerprint from what it was made; empty if nobody knows
     */
    record Last(long rendition, String fingerprint, FileStanding file) {}

    private final JdbcTemplate database;
    private final DeliveryFolders folders;
    private final Standings standings;

    MadeFiles(JdbcTemplate database, DeliveryFolders folders, Standings standings) {
        this.database = database;
        this.folders = folders;
        this.standings = standings;
    }

    /** The files of cells; a file of several pieces belongs to the cells of all of them. */
    public Map<Choices.Cell, List<MadeFile>> of(long assignmentId) {
        Map<Choices.Cell, List<MadeFile>> found = new HashMap<>();
        List<FileStanding> seen = new ArrayList<>();
        Path root = folders.of(assignmentId);
        database.query(
                LAST,
                row -> {
                    put(row, root, found, seen);
                },
                assignmentId);
        standings.watch(assignmentId, seen);
        return found;
    }

    /** A word that is another after what was made is no longer in place as it was. */
    public String word(long assignmentId) {
        return standings.word(assignmentId);
    }

    /** What was put last in each place. */
    Map<String, Last> byPath(long assignmentId) {
        Map<String, Last> found = new HashMap<>();
        database.query(
                BY_PATH,
                row -> {
                    String path = row.getString(2);
                    found.put(
                            path,
                            new Last(
                                    row.getLong(1),
                                    row.getString(3),
                                    new FileStanding(path, row.getLong(4), row.getLong(5), row.getString(6))));
                },
                assignmentId);
        return found;
    }

    private static void put(ResultSet row, Path root, Map<Choices.Cell, List<MadeFile>> found, List<FileStanding> seen)
            throws SQLException {
        FileStanding standing = new FileStanding(
                row.getString("path"), row.getLong("bytes"), row.getLong("modified"), row.getString("sha256"));
        boolean failed = row.getString("state").equals(Rendition.State.FAILED.name());
        if (!failed) {
            seen.add(standing);
        }
        MadeFile file = new MadeFile(
                failed ? MadeFile.Result.FAILED : standing.in(root),
                standing.path(),
                row.getDouble("density"),
                new MadeFile.From(
                        row.getString("fingerprint"),
                        row.getString("recipe_word"),
                        row.getInt("recipe_version"),
                        row.getString("source_word")),
                row.getString("framing"),
                standing.bytes());
        String column = row.getLong("channel_id") + "." + row.getLong("recipe_id");
        String pages = row.getString("pages");
        for (String piece : (pages.isEmpty() ? row.getString("piece_id") : pages).split(",")) {
            found.computeIfAbsent(new Choices.Cell(piece, column), cell -> new ArrayList<>())
                    .add(file);
        }
    }
}
