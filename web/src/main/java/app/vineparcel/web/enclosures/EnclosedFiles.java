package app.vineparcel.web.enclosures;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.web.Text;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.runs.RunListener;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkQueue;
import app.vineparcel.web.work.WorkSettings;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What went along with which run. Sees that it is made once a run is over. */
@Component
public class EnclosedFiles implements RunListener {

    private static final int PRIORITY = 0;
    private static final int LONGEST_TROUBLE = 1000;

    /**
     * A file that went along.
     *
     * @param channel for which channel's files
     * @param kind what it is, such as {@code manifest}
     * @param path relative to the delivery folder
     */
    public record Enclosed(long id, long runId, String channel, String kind, String path, long bytes, String sha256) {

        /** Its own name. */
        public String fileName() {
            return path.substring(path.lastIndexOf('/') + 1);
        }
    }

    private final JdbcTemplate database;
    private final WorkQueue queue;
    private final DeliveryFolders folders;
    private final WorkSettings settings;

    EnclosedFiles(JdbcTemplate database, WorkQueue queue, DeliveryFolders folders, WorkSettings settings) {
        this.folders = folders;
        this.database = database;
        this.queue = queue;
        this.settings = settings;
    }

    @Override
    public void ended(long runId) {
        queue.put(Lane.BULK, EncloseJob.NAME, List.of(String.valueOf(runId)), PRIORITY);
    }

    void note(long runId, Channel channel, String kind, String path, RenditionSink.Placed placed) {
        database.update("delete from enclosure where run_id = ? and path = ?", runId, path);
        database.update(
                "insert into enclosure (run_id, channel_id, channel, kind, path, bytes, sha256, modified) values (?, ?, ?, ?, ?, ?, ?, ?)",
                runId,
                channel.id(),
                channel.name(),
                kind,
                path,
                placed.bytes(),
                placed.sha256(),
                placed.modified());
    }

    /**
     * Nothing more is made for a run.
     *
     * @param trouble why something could not be; empty if all is there
     */
    void done(long runId, String trouble) {
        database.update(
                "update run set enclosed = true, enclosing_trouble = ? where id = ?",
                trouble.length() > LONGEST_TROUBLE ? trouble.substring(0, LONGEST_TROUBLE) : trouble,
                runId);
    }

    /** Why something that should go along with a run could not be made; empty if nothing is wrong. */
    public String trouble(long runId) {
        return String.join(
                "", database.queryForList("select enclosing_trouble from run where id = ?", String.class, runId));
    }

    /** Makes what goes along with a run again. */
    @Transactional
    public void again(long runId) {
        database.update("update run set enclosed = false, enclosing_trouble = '' where id = ?", runId);
        ended(runId);
    }

    /** What went along with a run. */
    public List<Enclosed> of(long runId) {
        return database.query(
                "select id, run_id, channel, kind, path, bytes, sha256 from enclosure where run_id = ? order by channel, id",
                (row, at) -> new Enclosed(
                        row.getLong(1),
                        row.getLong(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getLong(6),
                        row.getString(7)),
                runId);
    }

    /** Whether what goes along with a run is still to be made. */
    public boolean isOpen(long runId) {
        return !database.queryForList(
                        "select 1 from run where id = ? and not enclosed and state in ('DONE', 'STOPPED')",
                        Integer.class,
                        runId)
                .isEmpty();
    }

    /** A file that went along, to be opened. */
    public record Content(String name, Path file) {}

    /**
     * One of them.
     *
     * @throws ProblemException if there is none of that number, or nobody has it any more
     */
    public Content content(long id) throws ProblemException {
        return database
                .query(
                        """
                        select run.assignment_id, e.path, e.sha256 from enclosure e join run on run.id = e.run_id where e.id = ?""",
                        (row, at) -> {
                            String path = row.getString(2);
                            return folders.content(row.getLong(1), path, row.getString(3))
                                    .map(file -> new Content(path.substring(path.lastIndexOf('/') + 1), file));
                        },
                        id)
                .stream()
                .flatMap(Optional::stream)
                .findFirst()
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "file " + id, Text.of("enclosures.no-such-file"), Text.of("enclosures.take-a-path-of"))));
    }

    /** What went along with a channel's files in a run under a path, if it is still to be had. */
    Optional<Path> content(long runId, long channelId, String path) {
        return database
                .query(
                        """
                        select run.assignment_id, e.sha256 from enclosure e join run on run.id = e.run_id
                        where e.run_id = ? and e.channel_id = ? and e.path = ?""",
                        (row, at) -> folders.content(row.getLong(1), path, row.getString(2)),
                        runId,
                        channelId,
                        path)
                .stream()
                .flatMap(Optional::stream)
                .findFirst();
    }

    /** All that went along with a run and is still to be had, by their paths. */
    public Map<String, Path> contents(long runId) {
        Map<String, Path> found = new LinkedHashMap<>();
        database.query(
                "select run.assignment_id, e.path, e.sha256 from enclosure e join run on run.id = e.run_id where e.run_id = ? order by e.id",
                row -> {
                    String path = row.getString(2);
                    folders.content(row.getLong(1), path, row.getString(3)).ifPresent(file -> found.put(path, file));
                },
                runId);
        return found;
    }

    /** Runs that are over and whose enclosures nobody makes. */
    @Scheduled(fixedDelay = 20_000, initialDelay = 6_000)
    void tidy() {
        if (settings.role() != Role.PAGES) {
            Regularly.whereTheDatabaseAnswers(() -> {
                Set<String> open = queue.open(EncloseJob.NAME);
                database
                        .queryForList(
                                "select id from run where not enclosed and state in ('DONE', 'STOPPED')", Long.class)
                        .stream()
                        .filter(id -> !open.contains(String.valueOf(id)))
                        .forEach(this::ended);
            });
        }
    }
}
