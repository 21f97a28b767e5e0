package app.vineparcel.web.deliveries;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.LocalFolder;
import app.vineparcel.core.deliver.ReplacedFiles;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Deletes delivered files with a way back for a day, and gives up what was kept for too long. */
@Component
class Deletions {

    /** How long deleted files can be put back. */
    static final Duration WAY_BACK = Duration.ofDays(1);

    /** How long files are kept that later ones were put in the place of. */
    private static final Duration KEPT = Duration.ofDays(30);

    private static final String STILL_WANTED =
            """
            select 1 from rendition r join run on run.id = r.run_id left join deleted_file d on d.rendition_id = r.id
            where run.assignment_id = ? and r.sha256 = ?
              and (d.deleted_at > ? or d.deleted_at is null and coalesce(run.ended_at, run.created_at) > ?)
            union all
            select 1 from enclosure e join run on run.id = e.run_id
            where run.assignment_id = ? and e.sha256 = ? and coalesce(run.ended_at, run.created_at) > ? limit 1""";

    private final JdbcTemplate database;
    private final RunService runs;
    private final DeliveryFolders folders;
    private final WorkSettings settings;
    private final Clock clock;

    Deletions(JdbcTemplate database, RunService runs, DeliveryFolders folders, WorkSettings settings, Clock clock) {
        this.database = database;
        this.runs = runs;
        this.folders = folders;
        this.settings = settings;
        this.clock = clock;
    }

    /** The files of a run that were deleted and can be put back. */
    Set<Long> of(long runId) {
        return new HashSet<>(database.queryForList(
                """
                select d.rendition_id from deleted_file d join rendition r on r.id = d.rendition_id
                where r.run_id = ? and d.deleted_at > ?""",
                Long.class,
                runId,
                Timestamp.from(clock.instant().minus(WAY_BACK))));
    }

    /** Deletes files of a run that are as they were delivered; returns the keys of those that are gone now. */
    List<Long> delete(long runId, List<Long> renditions) throws ProblemException {
        LocalFolder folder =
                LocalFolder.existing(folders.of(runs.get(runId).assignmentId())).keepingReplaced();
        List<Long> gone = new ArrayList<>();
        for (long id : renditions) {
            Rendition rendition = runs.rendition(id);
            if (rendition.runId() == runId && rendition.isDone() && folder.remove(rendition.path())) {
                database.update(
                        """
                        insert into deleted_file (rendition_id, deleted_at) values (?, ?)
                        on conflict (rendition_id) do update set deleted_at = excluded.deleted_at""",
                        id,
                        Timestamp.from(clock.instant()));
                gone.add(id);
            }
        }
        return gone;
    }

    /** Puts deleted files back in their places; returns how many are there again. */
    int restore(long runId, List<Long> renditions) throws ProblemException {
        long assignment = runs.get(runId).assignmentId();
        LocalFolder folder = LocalFolder.existing(folders.of(assignment)).keepingReplaced();
        Set<Long> deleted = of(runId);
        int count = 0;
        for (long id : renditions) {
            Rendition rendition = runs.rendition(id);
            Optional<Path> kept = folders.content(assignment, rendition.path(), rendition.sha256());
            if (deleted.contains(id) && kept.isPresent()) {
                folder.place(rendition.path(), place -> Files.copy(kept.get(), place));
                database.update("delete from deleted_file where rendition_id = ?", id);
                count++;
            }
        }
        return count;
    }

    @Scheduled(fixedDelay = 3_600_000, initialDelay = 60_000)
    void tidy() {
        if (settings.role() != Role.PAGES) {
            Regularly.whereTheDatabaseAnswers(() -> database.queryForList("select id from assignment", Long.class)
                    .forEach(this::tidy));
        }
    }

    void tidy(long assignmentId) {
        ReplacedFiles replaced = ReplacedFiles.of(folders.of(assignmentId));
        Instant now = clock.instant();
        try {
            for (String sum : replaced.all()) {
                boolean wanted = !database.queryForList(
                                STILL_WANTED,
                                Integer.class,
                                assignmentId,
                                sum,
                                Timestamp.from(now.minus(WAY_BACK)),
                                Timestamp.from(now.minus(KEPT)),
                                assignmentId,
                                sum,
                                Timestamp.from(now.minus(KEPT)))
                        .isEmpty();
                if (!wanted) {
                    replaced.forget(sum);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
