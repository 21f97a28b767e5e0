package app.vineparcel.web.runs;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
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
    private static final String OF_CHANNEL =
            """
            select id, path, bytes, modified, sha256 from (
              select distinct on (r.path) r.id, r.path, coalesce(r.bytes, 0) bytes, r.modified, coalesce(r.sha256, '') sha256, r.channel_id
              from rendition r join run on run.id = r.run_id
              where run.assignment_id = ? and r.state in ('DONE', 'UNCHANGED') order by r.path, run.number desc) last
            where channel_id = ? order by path""";
    private static final String BY_PATH =
            """
            select distinct on (r.path) r.id, r.path, r.fingerprint, coalesce(r.bytes, 0), r.modified, coalesce(r.sha256, '')
            from rendition r join run on run.id = r.run_id
            where run.assignment_id = ? and r.state in ('DONE', 'UNCHANGED') and (cast(? as text) is null or r.path = ?)
            order by r.path, run.number desc""";

    /**
     * The last that was put in a place.
     *
     * @param rendition its key
     * @param fingerprint from what it was made; empty if nobody knows
     */
    record Last(long rendition, String fingerprint, DeliveredFile file) {}

    private final JdbcTemplate database;
    private final DeliveredFiles deliveredFiles;
    private final DeliveryFolders folders;

    MadeFiles(JdbcTemplate database, DeliveredFiles deliveredFiles, DeliveryFolders folders) {
        this.folders = folders;
        this.database = database;
        this.deliveredFiles = deliveredFiles;
    }

    /** A file of a run, before anybody has looked whether it is still there. */
    private record Row(
            List<String> pieces,
            String column,
            boolean failed,
            DeliveredFile deliveredFile,
            double density,
            MadeFile.From made,
            String framing) {

        MadeFile with(MadeFile.Result result) {
            return new MadeFile(result, deliveredFile.path(), density, made, framing, deliveredFile.bytes());
        }
    }

    /** The files of cells; a file of several pieces belongs to the cells of all of them. */
    public Map<Choices.CellKey, List<MadeFile>> of(long assignmentId) {
        List<Row> rows = database.query(LAST, (row, at) -> row(row), assignmentId);
        List<Row> made = rows.stream().filter(row -> !row.failed()).toList();
        List<MadeFile.Result> results = deliveredFiles.watch(
                assignmentId, made.stream().map(Row::deliveredFile).toList());
        Map<Choices.CellKey, List<MadeFile>> found = new HashMap<>();
        for (int i = 0; i < made.size(); i++) {
            put(made.get(i), results.get(i), found);
        }
        rows.stream().filter(Row::failed).forEach(row -> put(row, MadeFile.Result.FAILED, found));
        return found;
    }

    private static void put(Row row, MadeFile.Result result, Map<Choices.CellKey, List<MadeFile>> found) {
        MadeFile file = row.with(result);
        for (String piece : row.pieces()) {
            found.computeIfAbsent(new Choices.CellKey(piece, row.column()), cell -> new ArrayList<>())
                    .add(file);
        }
    }

    private static Row row(ResultSet row) throws SQLException {
        String pages = row.getString("pages");
        return new Row(
                List.of((pages.isEmpty() ? row.getString("piece_id") : pages).split(",")),
                row.getLong("channel_id") + "." + row.getLong("recipe_id"),
                row.getString("state").equals(Rendition.State.FAILED.name()),
                new DeliveredFile(
                        row.getString("path"), row.getLong("bytes"), row.getLong("modified"), row.getString("sha256")),
                row.getDouble("density"),
                new MadeFile.From(
                        row.getString("fingerprint"),
                        row.getString("recipe_word"),
                        row.getInt("recipe_version"),
                        row.getString("source_word")),
                row.getString("framing"));
    }

    /** A word that is another after what was made is no longer in place as it was. */
    public String word(long assignmentId) {
        return deliveredFiles.word(assignmentId);
    }

    /** The files of a channel that were put last in their places and are still there, by path. */
    List<Rendition> inPlace(
            long assignmentId, long channelId, Function<List<Long>, ? extends Iterable<? extends Rendition>> fetch) {
        Path root = folders.of(assignmentId);
        List<Long> there = new ArrayList<>();
        database.query(
                OF_CHANNEL,
                row -> {
                    DeliveredFile file =
                            new DeliveredFile(row.getString(2), row.getLong(3), row.getLong(4), row.getString(5));
                    if (deliveredFiles.of(root, file) == MadeFile.Result.IN_PLACE) {
                        there.add(row.getLong(1));
                    }
                },
                assignmentId,
                channelId);
        List<Rendition> found = new ArrayList<>();
        fetch.apply(there).forEach(found::add);
        found.sort(Comparator.comparing(Rendition::path));
        return found;
    }

    /** What was put last in each place. */
    Map<String, Last> byPath(long assignmentId) {
        return byPath(assignmentId, Optional.empty());
    }

    /** The same of one place, or of all. */
    Map<String, Last> byPath(long assignmentId, Optional<String> only) {
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
                                    new DeliveredFile(path, row.getLong(4), row.getLong(5), row.getString(6))));
                },
                assignmentId,
                only.orElse(null),
                only.orElse(null));
        return found;
    }
}
