package app.vineparcel.web.runs;

import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Looks now and then whether every open run is queued, and every run that is through has ended, whatever was cut short. */
@Component
class RunTidying {

    private static final Logger LOG = LoggerFactory.getLogger(RunTidying.class);

    private final RunStates runs;
    private final WorkSettings settings;

    RunTidying(RunStates runs, WorkSettings settings) {
        this.runs = runs;
        this.settings = settings;
    }

    @Scheduled(fixedDelay = 10_000, initialDelay = 4_000)
    void tidy() {
        if (settings.role() == Role.PAGES) {
            return;
        }
        try {
            runs.tidy();
        } catch (DataAccessException | TransactionException away) {
            LOG.warn("the database does not answer: {}", away.getMessage());
        }
    }
}
