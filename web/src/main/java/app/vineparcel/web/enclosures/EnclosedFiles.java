package app.vineparcel.web.enclosures;

import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.runs.RunListener;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkQueue;
import app.vineparcel.web.work.WorkSettings;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** What went along with which run. Sees that it is made once a run is over. */
@Component
public class EnclosedFiles implements RunListener {

    private static final int PRIORITY = 0;

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
    private final WorkSettings settings;

    EnclosedFiles(JdbcTemplate database, WorkQueue queue, WorkSettings settings) {
        this.database = database;
        this.queue = queue;
        this.settings = settings;
    }

    @Override
    public void started(long runId) {
        // nothing goes along before it is over
    }

    @Override
    public void made(long renditionId) {
        // see above
    }

    @Override
    public void ended(long runId) {
        queue.put(Lane.BULK, EncloseJob.NAME, List.of(String.valueOf(runId)), PRIORITY);
    }

    /** The channels of a run. */
    List<Long> channels(long runId) {
        return database.queryForList(
                """
                select distinct r.channel_id from rendition r join channel c on c.id = r.channel_id
                where r.run_id = ? and r.state in ('DONE', 'UNCHANGED') order by 1""",
                Long.class,
                runId);
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

    void done(long runId) {
        database.update("update run set enclosed = true where id = ?", runId);
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

    /** Runs that are over and whose enclosures nobody makes. */
    @Scheduled(fixedDelay = 20_000, initialDelay = 6_000)
    void tidy() {
        if (settings.role() != Role.PAGES) {
            Regularly.whereTheDatabaseAnswers(() -> {
                java.util.Set<String> open = queue.open(EncloseJob.NAME);
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
