package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import app.vineparcel.web.work.WorkQueue;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pauses, resumes, stops and moves runs, and takes up again what they left. */
@Service
public class RunControl {

    private static final String LEAVE_OUT =
            """
            update rendition set state = 'LEFT_OUT', again_at = null, changed_at = clock_timestamp()
            where run_id = ? and state = 'WAITING'""";
    private static final String AGAIN =
            """
            update rendition set state = 'WAITING', attempts = 0, waits = 0, reason = null, remedy = null, changed_at = clock_timestamp()
            where run_id = ? and state = 'FAILED' and (? = '' or reason = ?)""";
    private static final String GO_ON =
            """
            update rendition set state = 'WAITING', attempts = 0, waits = 0, changed_at = clock_timestamp()
            where run_id = ? and state = 'LEFT_OUT' and unit > 0""";

    private final RunRepository runs;
    private final RunStates states;
    private final WorkQueue queue;
    private final JdbcTemplate database;
    private final Clock clock;

    RunControl(RunRepository runs, RunStates states, WorkQueue queue, JdbcTemplate database, Clock clock) {
        this.runs = runs;
        this.states = states;
        this.queue = queue;
        this.database = database;
        this.clock = clock;
    }

    private RunEntity toChange(long runId) throws ProblemException {
        return runs.findToChange(runId)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "run " + runId, Text.of("runs.there-is-no-such"), Text.of("runs.choose-one-from-the"))));
    }

    /** Lets what is being rendered end and holds the rest back; one that is over stays as it is. */
    @Transactional(rollbackFor = Exception.class)
    public void pause(long runId) throws ProblemException {
        RunEntity run = toChange(runId);
        if (!run.state().isOver()) {
            run.pause();
            runs.flush();
            queue.hold(RunStates.DUTY, runId + ":");
        }
    }

    /** Lets one that was paused, or was to start later, go on at once. */
    @Transactional(rollbackFor = Exception.class)
    public void resume(long runId) throws ProblemException {
        RunEntity run = toChange(runId);
        if (!run.state().isOver()) {
            run.release();
            runs.flush();
            states.queue(runId);
        }
    }

    /** Lets what is being rendered end and leaves the rest out; one that is over stays as it is. */
    @Transactional(rollbackFor = Exception.class)
    public void stop(long runId) throws ProblemException {
        RunEntity run = toChange(runId);
        if (!run.state().isOver()) {
            run.end(Run.State.STOPPED, clock.instant());
            runs.flush();
            database.update(LEAVE_OUT, runId);
            queue.remove(RunStates.DUTY, runId + ":");
        }
    }

    /**
     * Tries again what failed.
     *
     * @param reason only what failed for this one; empty for all
     */
    @Transactional(rollbackFor = Exception.class)
    public void retry(long runId, String reason) throws ProblemException {
        RunEntity run = toChange(runId);
        again(run, database.update(AGAIN, runId, reason, reason));
    }

    /** Makes what was left out when it was stopped. */
    @Transactional(rollbackFor = Exception.class)
    public void goOn(long runId) throws ProblemException {
        RunEntity run = toChange(runId);
        again(run, database.update(GO_ON, runId));
    }

    private void again(RunEntity run, int files) throws ProblemException {
        if (files == 0) {
            throw new ProblemException(new Problem.Vanished(
                    Text.of("runs.run-2", run.number()),
                    Text.of("runs.nothing-is-left-to"),
                    Text.of("runs.render-from-the-plan")));
        }
        if (run.state() != Run.State.PAUSED) {
            run.release();
            runs.flush();
            states.queue(run.id());
        }
    }

    /** Lets it change places with the open run before it, or after it. */
    @Transactional(rollbackFor = Exception.class)
    public void move(long runId, boolean earlier) throws ProblemException {
        toChange(runId);
        List<RunEntity> open = runs.open();
        Optional<RunEntity> run = open.stream().filter(one -> one.id() == runId).findFirst();
        int at = run.map(open::indexOf).orElse(-1);
        int other = earlier ? at - 1 : at + 1;
        if (at >= 0 && other >= 0 && other < open.size()) {
            open.get(at).swap(open.get(other));
            runs.flush();
            states.order();
        }
    }
}
