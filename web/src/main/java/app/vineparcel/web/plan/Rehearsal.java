package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.runs.RunStart;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Goes through what a first visitor does before one comes: opens the pages of the assignment that was used last and starts a run that is taken
 * back at once. The first click otherwise waits for what every process has to do once.
 */
@Component
public class Rehearsal {

    private static final Logger LOG = LoggerFactory.getLogger(Rehearsal.class);

    /** Renditions of the run that is taken back, at most. */
    private static final int MOST = 300;

    private static final Duration PATIENCE = Duration.ofSeconds(20);

    private final AssignmentService assignments;
    private final PlanService plans;
    private final RunStart runs;
    private final TransactionTemplate transaction;
    private final WorkSettings settings;

    Rehearsal(
            AssignmentService assignments,
            PlanService plans,
            RunStart runs,
            TransactionTemplate transaction,
            WorkSettings settings) {
        this.assignments = assignments;
        this.plans = plans;
        this.runs = runs;
        this.transaction = transaction;
        this.settings = settings;
    }

    @EventListener
    void ready(ApplicationReadyEvent event) {
        if (settings.role() == Role.PAGES
                && event.getApplicationContext() instanceof WebServerApplicationContext context) {
            try {
                List<Assignment> all = assignments.all();
                if (!all.isEmpty()) {
                    rehearse(all.get(0), context.getWebServer().getPort());
                }
                LOG.info("Rehearsed: pages answer quickly from the first click on");
            } catch (ProblemException e) {
                LOG.info("Rehearsed in part: {}", e.problem().sentence());
            } catch (RuntimeException | IOException e) {
                LOG.info("Rehearsed in part: the first click will take longer", e);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }

    /**
     * Opens the pages of an assignment that has pieces, and starts a run of it that is taken back.
     *
     * @param port that this process answers on
     * @throws ProblemException if nothing of it can be rendered
     */
    public void rehearse(Assignment assignment, int port) throws ProblemException, IOException, InterruptedException {
        String own = "http://127.0.0.1:" + port + "/assignments/" + assignment.id();
        HttpClient client = HttpClient.newBuilder().connectTimeout(PATIENCE).build();
        for (String page : List.of("/sources", "/plan", "/runs")) {
            HttpRequest request = HttpRequest.newBuilder(URI.create(own + page))
                    .timeout(PATIENCE)
                    .build();
            client.send(request, HttpResponse.BodyHandlers.discarding());
        }
        List<PlannedRendition> planned =
                plans.chosen(assignment, SelectedCells.of(Optional.empty())).renditions();
        Plan some = new Plan(planned.subList(0, Math.min(MOST, planned.size())));
        transaction.executeWithoutResult(taken -> {
            taken.setRollbackOnly();
            runs.start(assignment, some, new RunStart.Wish("", true, Optional.empty()));
        });
    }
}
