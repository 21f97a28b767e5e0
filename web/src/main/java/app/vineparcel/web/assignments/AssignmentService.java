package app.vineparcel.web.assignments;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes and finds assignments. */
@Service
public class AssignmentService {

    private static final int LONGEST_NAME = 120;

    private final AssignmentRepository assignments;
    private final ObjectProvider<TabCount> counts;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    AssignmentService(
            AssignmentRepository assignments,
            ObjectProvider<TabCount> counts,
            ApplicationEventPublisher events,
            Clock clock) {
        this.events = events;
        this.assignments = assignments;
        this.counts = counts;
        this.clock = clock;
    }

    /** All, the newest first. */
    public List<Assignment> all() {
        return assignments.findAllByOrderByCreatedAtDesc();
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public Assignment get(long id) throws ProblemException {
        return assignments
                .findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "assignment " + id,
                        "There is no such assignment.",
                        "Choose one from the list of assignments.")));
    }

    /**
     * Makes one.
     *
     * @throws ProblemException if the name is empty, too long or taken
     */
    @Transactional(rollbackFor = ProblemException.class)
    public Assignment make(String wanted) throws ProblemException {
        String name = wanted.strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw new ProblemException(new Problem.BadRequest(
                    "The name",
                    name.isEmpty() ? "It is empty." : "It has " + name.length() + " characters.",
                    "Give it 1 to " + LONGEST_NAME + " characters."));
        }
        if (assignments.findByNameIgnoreCase(name).isPresent()) {
            throw new ProblemException(
                    new Problem.BadRequest(name, "An assignment of this name exists.", "Choose another name."));
        }
        long before = assignments.findFirstByOrderByIdDesc().map(Assignment::id).orElse(0L);
        Assignment made = assignments.save(new Assignment(name, clock.instant()));
        events.publishEvent(new AssignmentMade(made.id(), before));
        return made;
    }

    /** The numbers beside an assignment's tabs. */
    public Map<String, Long> counts(long assignmentId) {
        return counts(assignmentId, tab -> true);
    }

    /** The numbers beside some of an assignment's tabs. */
    Map<String, Long> counts(long assignmentId, Predicate<String> tabs) {
        return counts.stream()
                .filter(count -> tabs.test(count.tab()))
                .collect(Collectors.toMap(TabCount::tab, count -> count.count(assignmentId)));
    }
}
