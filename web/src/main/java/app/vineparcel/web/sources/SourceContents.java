package app.vineparcel.web.sources;

import app.vineparcel.core.source.FileContent;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.WorkContext;
import app.vineparcel.web.work.WorkQueue;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks at what the files of sources hold that were read before that was kept. */
@Component
class SourceContents implements Job {

    private static final String DUTY = "content";
    private static final int LAST = -20;

    private final JdbcTemplate database;
    private final SourceRepository sources;
    private final TransactionTemplate transaction;
    private final WorkQueue queue;

    SourceContents(JdbcTemplate database, SourceRepository sources, TransactionTemplate transaction, WorkQueue queue) {
        this.database = database;
        this.sources = sources;
        this.transaction = transaction;
        this.queue = queue;
    }

    @Override
    public String name() {
        return DUTY;
    }

    @EventListener(ApplicationReadyEvent.class)
    void wantMissing() {
        List<String> lacking = database.queryForList(
                "select cast(id as text) from source where state = 'READY' and sha256 is null and not missing",
                String.class);
        if (!lacking.isEmpty()) {
            queue.put(Lane.READING, DUTY, lacking, LAST);
        }
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        long id = Long.parseLong(instance);
        sources.findById(id)
                .flatMap(source -> FileContent.of(source.file()))
                .ifPresent(content -> transaction.executeWithoutResult(
                        status -> sources.findToChange(id).ifPresent(source -> source.hold(content))));
        return Optional.empty();
    }
}
