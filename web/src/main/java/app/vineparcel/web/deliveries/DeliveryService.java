package app.vineparcel.web.deliveries;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import app.vineparcel.web.runs.DeliveredLine;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.sending.Sending;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;

/** Finds what runs delivered: what each one put there, not what a later one put in its place. */
@Service
class DeliveryService {

    private static final Duration FRESH = Duration.ofSeconds(2);
    private static final int MOST_KNOWN = 6;

    private record Asked(long runId, long compare) {}

    private record Known(List<DeliveryRow> rows, Instant at) {}

    private final RunService runs;
    private final Sending sending;
    private final Deletions deletions;
    private final DeliveryFolders folders;
    private final Clock clock;
    private final Map<Asked, Known> known = new ConcurrentHashMap<>();

    DeliveryService(RunService runs, Sending sending, Deletions deletions, DeliveryFolders folders, Clock clock) {
        this.clock = clock;
        this.runs = runs;
        this.sending = sending;
        this.deletions = deletions;
        this.folders = folders;
    }

    /** The runs of an assignment that left anything, the newest first. */
    List<RunSummary> all(long assignmentId) {
        return runs.summaries(assignmentId).stream()
                .filter(s -> s.inPlace() > 0)
                .toList();
    }

    Path root(long assignmentId) {
        return folders.of(assignmentId);
    }

    /**
     * All lines of a delivery; for a moment the same are given again, since a page asks for them window by window.
     *
     * @param compare the key of a run to compare with; 0 for none
     */
    List<DeliveryRow> rows(long runId, long compare) throws ProblemException {
        Asked asked = new Asked(runId, compare);
        Known before = known.get(asked);
        if (before != null && before.at().plus(FRESH).isAfter(clock.instant())) {
            return before.rows();
        }
        return rowsNow(runId, compare);
    }

    /** The same as they are at this moment. */
    List<DeliveryRow> rowsNow(long runId, long compare) throws ProblemException {
        List<DeliveryRow> now = looked(runId, compare);
        if (known.size() >= MOST_KNOWN) {
            known.clear();
        }
        known.put(new Asked(runId, compare), new Known(now, clock.instant()));
        return now;
    }

    /** Something was changed. */
    void forget() {
        known.clear();
    }

    private List<DeliveryRow> looked(long runId, long compare) throws ProblemException {
        List<DeliveredLine> lines = runs.delivered(runId);
        Map<Long, String> states = sending.states(runId);
        Set<Long> deleted = deletions.of(runId);
        Map<String, DeliveredLine> other = new HashMap<>();
        if (compare > 0 && runs.get(compare).assignmentId() == runs.get(runId).assignmentId()) {
            runs.delivered(compare).forEach(line -> other.put(line.path(), line));
        }
        List<DeliveryRow> rows = new ArrayList<>();
        for (DeliveredLine line : lines) {
            DeliveredLine before = other.remove(line.path());
            DeliveryRow.Change change = compare == 0
                    ? DeliveryRow.Change.NONE
                    : before == null
                            ? DeliveryRow.Change.NEW
                            : before.sha256().equals(line.sha256())
                                    ? DeliveryRow.Change.SAME
                                    : DeliveryRow.Change.CHANGED;
            rows.add(new DeliveryRow(
                    line,
                    change,
                    states.getOrDefault(line.id(), ""),
                    line.standing() == DeliveredLine.Standing.MISSING && deleted.contains(line.id())));
        }
        other.values().forEach(line -> rows.add(new DeliveryRow(line, DeliveryRow.Change.GONE, "", false)));
        return rows;
    }

    /**
     * The content that a run delivered, in its place or kept since.
     *
     * @throws ProblemException if it was never made, or nobody has it any more
     */
    Path file(Rendition rendition) throws ProblemException {
        if (!rendition.isDone()) {
            throw gone(rendition.path());
        }
        return runs.contents(rendition.runId(), List.of(rendition.id()))
                .apply(rendition.path())
                .orElseThrow(() -> gone(rendition.path()));
    }

    private static ProblemException gone(String path) {
        return new ProblemException(new Problem.Vanished(
                path, Text.of("deliveries.the-file-is-missing"), Text.of("deliveries.render-it-again-or")));
    }
}
