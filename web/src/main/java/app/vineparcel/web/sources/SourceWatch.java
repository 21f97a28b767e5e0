package app.vineparcel.web.sources;

import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks every few seconds whether files in named folders changed or are gone, in the assignments that somebody works in. */
@Component
class SourceWatch {

    private static final Duration WORKED_IN = Duration.ofHours(2);
    private static final String WATCHED =
            """
            select s.id, s.path, s.file_bytes, s.modified_at, s.missing from source s join assignment a on a.id = s.assignment_id
            where s.origin = 'FOLDER' and s.state in ('READY', 'UNREADABLE') and a.archived_at is null and (a.used_at > ? or a.watched)""";

    /** A file as it was last seen. */
    private record Watched(long id, Path file, Optional<FileStamp> stamp, boolean missing) {}

    private final JdbcTemplate database;
    private final SourceRepository sources;
    private final SourceIntake intake;
    private final TransactionTemplate transaction;
    private final WorkSettings work;
    private final GrowingFiles growing = new GrowingFiles();
    private final Clock clock;

    SourceWatch(
            JdbcTemplate database,
            SourceRepository sources,
            SourceIntake intake,
            TransactionTemplate transaction,
            WorkSettings work,
            Clock clock) {
        this.work = work;
        this.database = database;
        this.sources = sources;
        this.intake = intake;
        this.transaction = transaction;
        this.clock = clock;
    }

    /** Marks what is gone, and reads again what is another file. */
    @Scheduled(fixedDelayString = "${vine-parcel.watch:PT5S}")
    void poll() {
        if (work.role() == Role.WORKER) {
            return;
        }
        Instant since = clock.instant().minus(WORKED_IN);
        List<Watched> watched = database.query(
                WATCHED,
                (row, at) -> new Watched(
                        row.getLong(1),
                        Path.of(row.getString(2)),
                        row.getTimestamp(4) == null
                                ? Optional.empty()
                                : Optional.of(new FileStamp(
                                        row.getLong(3), row.getTimestamp(4).toInstant())),
                        row.getBoolean(5)),
                java.sql.Timestamp.from(since));
        List<Long> differing = new ArrayList<>();
        for (Watched one : watched) {
            Optional<FileStamp> now = FileStamp.of(one.file());
            boolean other = now.isPresent() && !now.equals(one.stamp()) && growing.isSettled(one.file(), now.get());
            if (other || now.isEmpty() != one.missing()) {
                differing.add(one.id());
            }
        }
        growing.forgetOthers();
        if (!differing.isEmpty()) {
            compare(differing);
        }
    }

    private void compare(List<Long> differing) {
        transaction.executeWithoutResult(status -> {
            long change = sources.nextChange();
            List<Long> again = new ArrayList<>();
            for (long id : differing) {
                sources.findToChange(id).filter(SourceWatch::isSettled).ifPresent(source -> {
                    Optional<FileStamp> now = FileStamp.of(source.file());
                    if (source.stamp().isEmpty()) {
                        now.ifPresent(source::stamp); // read before files were watched
                    }
                    if (source.compare(now, change)) {
                        again.add(id);
                    }
                });
            }
            intake.want(again);
        });
    }

    private static boolean isSettled(Source source) {
        return source.state() == Source.State.READY || source.state() == Source.State.UNREADABLE;
    }
}
