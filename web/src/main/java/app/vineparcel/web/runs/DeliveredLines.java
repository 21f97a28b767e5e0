package app.vineparcel.web.runs;

import app.vineparcel.core.deliver.ReplacedFiles;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** The files of a run with what became of them, for any number of files: one query, and a glance at each file. */
@Component
class DeliveredLines {

    private static final String LINES =
            """
            select id, position, path, coalesce(bytes, 0), width, height, coalesce(sha256, ''), channel, recipe_title, coalesce(recipe_version, 0)
            from rendition where run_id = ? and state in ('DONE', 'UNCHANGED') and (cast(? as text) is null or path = ?)
            order by path, position""";

    private final JdbcTemplate database;
    private final MadeFiles made;
    private final DeliveredFiles files;
    private final DeliveryFolders folders;

    DeliveredLines(JdbcTemplate database, MadeFiles made, DeliveredFiles files, DeliveryFolders folders) {
        this.database = database;
        this.made = made;
        this.files = files;
        this.folders = folders;
    }

    /** In the order of their paths. */
    List<DeliveredLine> of(long assignmentId, long runId) {
        return of(assignmentId, runId, Optional.empty());
    }

    /** The same of one path, or of all. */
    List<DeliveredLine> of(long assignmentId, long runId, Optional<String> only) {
        Map<String, MadeFiles.Last> newest = made.byPath(assignmentId, only);
        Path root = folders.of(assignmentId);
        ReplacedFiles replaced = ReplacedFiles.of(root);
        return database.query(
                LINES,
                (row, at) -> {
                    String path = row.getString(3);
                    String sum = row.getString(7);
                    return new DeliveredLine(
                            row.getLong(1),
                            row.getInt(2),
                            path,
                            row.getLong(4),
                            row.getInt(5),
                            row.getInt(6),
                            sum,
                            row.getString(8),
                            row.getString(9),
                            row.getInt(10),
                            standing(root, replaced, newest.get(path), sum));
                },
                runId,
                only.orElse(null),
                only.orElse(null));
    }

    /** The keys of the channels that anything was delivered of. */
    List<Long> channels(long runId) {
        return database.queryForList(
                """
                select distinct channel_id from rendition
                where run_id = ? and channel_id is not null and state in ('DONE', 'UNCHANGED') order by 1""",
                Long.class,
                runId);
    }

    /** The keys of the renditions of a channel that were delivered under a path: one or none. */
    List<Long> ids(long runId, long channelId, String path) {
        return database.queryForList(
                "select id from rendition where run_id = ? and channel_id = ? and path = ? and state in ('DONE', 'UNCHANGED')",
                Long.class,
                runId,
                channelId,
                path);
    }

    /**
     * The contents of some files of a run: in their places, or kept since. A file of the same weight and time is not read.
     *
     * @return looks one up by its path when it is needed; empty if it is gone
     */
    Function<String, Optional<Path>> contents(long assignmentId, long runId, List<Long> renditions) {
        Map<String, DeliveredFile> then = new HashMap<>();
        database.query(
                "select path, coalesce(bytes, 0), modified, coalesce(sha256, '') from rendition where run_id = ? and id = any(?)",
                row -> {
                    then.put(
                            row.getString(1),
                            new DeliveredFile(row.getString(1), row.getLong(2), row.getLong(3), row.getString(4)));
                },
                runId,
                renditions.toArray(Long[]::new));
        Path root = folders.of(assignmentId);
        ReplacedFiles replaced = ReplacedFiles.of(root);
        return path -> {
            DeliveredFile file = then.get(path);
            return file == null
                    ? Optional.empty()
                    : files.of(root, file) == MadeFile.Result.IN_PLACE
                            ? Optional.of(root.resolve(path))
                            : replaced.find(file.sha256());
        };
    }

    private DeliveredLine.Standing standing(
            Path root, ReplacedFiles replaced, MadeFiles.@org.jspecify.annotations.Nullable Last newest, String sum) {
        if (newest == null || !newest.file().sha256().equals(sum)) {
            return replaced.has(sum) ? DeliveredLine.Standing.REPLACED : DeliveredLine.Standing.NOT_KEPT;
        }
        MadeFile.Result now = files.of(root, newest.file());
        return now == MadeFile.Result.IN_PLACE
                ? DeliveredLine.Standing.IN_PLACE
                : now == MadeFile.Result.GONE ? DeliveredLine.Standing.MISSING : DeliveredLine.Standing.CHANGED;
    }
}
