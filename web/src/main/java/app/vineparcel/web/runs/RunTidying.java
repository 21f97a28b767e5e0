package app.vineparcel.web.runs;

import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks now and then whether every open run is queued, and every run that is through has ended, whatever was cut short. */
@Component
class RunTidying {

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
        Regularly.whereTheDatabaseAnswers(runs::tidy);
    }
}
