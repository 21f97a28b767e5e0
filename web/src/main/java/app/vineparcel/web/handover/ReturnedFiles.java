package app.vineparcel.web.handover;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.web.Text;
import app.vineparcel.web.destinations.DestinationUse;
import app.vineparcel.web.destinations.Destinations;
import app.vineparcel.web.sources.FileStamp;
import app.vineparcel.web.sources.GrowingFiles;
import app.vineparcel.web.sources.NewVersions;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks below {@code returned} of every inbox for what came back under the name that it was handed over by. */
@Component
class ReturnedFiles implements DestinationUse {

    private static final Logger LOG = LoggerFactory.getLogger(ReturnedFiles.class);
    private static final String RETURNED = "returned";
    private static final int MOST_AT_ONCE = 2_000;
    private static final int NOTED = 12;
    private static final String SOURCE =
            """
            select r.source_id, r.pages = '' and coalesce((select p.kind = 'PICTURE' from piece p where p.id = r.piece_id), false)
            from transfer t join rendition r on r.id = t.rendition_id
            where t.destination_id = ? and t.path = ? and t.state in ('SENT', 'THERE') order by t.id desc limit 1""";

    private record Origin(long sourceId, boolean isWhole) {}

    private final JdbcTemplate database;
    private final Destinations destinations;
    private final NewVersions versions;
    private final WorkSettings settings;
    private final Clock clock;
    private final GrowingFiles growing = new GrowingFiles();

    ReturnedFiles(
            JdbcTemplate database,
            Destinations destinations,
            NewVersions versions,
            WorkSettings settings,
            Clock clock) {
        this.database = database;
        this.destinations = destinations;
        this.versions = versions;
        this.settings = settings;
        this.clock = clock;
    }

    @Scheduled(fixedDelayString = "${vine-parcel.watch:PT5S}")
    void look() {
        if (settings.role() == Role.PAGES) {
            return;
        }
        Regularly.whereTheDatabaseAnswers(() -> {
            database.queryForList(
                            "select distinct inbox_id from channel where inbox_id is not null and removed_at is null",
                            Long.class)
                    .forEach(this::look);
            growing.forgetOthers();
        });
    }

    private void look(long inbox) {
        try {
            Path folder = destinations.folder(inbox).resolve(RETURNED);
            if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
                return;
            }
            List<Path> files;
            try (Stream<Path> all = Files.walk(folder)) {
                files = all.filter(file -> Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS))
                        .filter(file -> !file.getFileName().toString().startsWith("."))
                        .limit(MOST_AT_ONCE)
                        .toList();
            }
            for (Path file : files) {
                Optional<FileStamp> stamp = FileStamp.of(file);
                if (stamp.isPresent() && growing.isSettled(file, stamp.get())) {
                    take(inbox, folder.relativize(file).toString(), file);
                }
            }
        } catch (ProblemException | IOException e) {
            LOG.debug("an inbox cannot be looked at: {}", e.getMessage());
        }
    }

    private void take(long inbox, String name, Path file) throws IOException {
        String sum = FileContent.sum(file);
        boolean known = !database.queryForList(
                        "select 1 from returned_file where destination_id = ? and name = ? and sha256 = ?",
                        Integer.class,
                        inbox,
                        name,
                        sum)
                .isEmpty();
        if (known) {
            return;
        }
        database.update(
                "insert into returned_file (destination_id, name, sha256, trouble, taken_at) values (?, ?, ?, ?, ?) on conflict do nothing",
                inbox,
                name,
                sum,
                trouble(inbox, name, file),
                Timestamp.from(clock.instant()));
    }

    /** Takes it as a new version; says why it cannot be. */
    private String trouble(long inbox, String name, Path file) {
        Optional<Origin> origin =
                database.query(SOURCE, (row, at) -> new Origin(row.getLong(1), row.getBoolean(2)), inbox, name).stream()
                        .findFirst();
        if (origin.isEmpty()) {
            return Text.of("handover.nothing-of-that-name");
        }
        if (!origin.get().isWhole()) {
            return Text.of("handover.shows-a-part");
        }
        try {
            versions.take(origin.get().sourceId(), file);
            return "";
        } catch (ProblemException e) {
            Problem problem = e.problem();
            return problem.reason() + " " + problem.remedy();
        }
    }

    @Override
    public List<String> names(long destinationId) {
        return List.of();
    }

    @Override
    public void changed(long destinationId) {
        // it is looked at anyway
    }

    @Override
    public List<Note> notes(long destinationId) {
        return database.query(
                "select name, trouble from returned_file where destination_id = ? order by taken_at desc limit "
                        + NOTED,
                (row, at) -> new Note(row.getString(1), row.getString(2)),
                destinationId);
    }
}
