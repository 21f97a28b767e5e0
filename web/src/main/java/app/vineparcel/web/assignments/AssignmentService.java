package app.vineparcel.web.assignments;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
    private static final Duration NOTED = Duration.ofMinutes(1);

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

    /** All but those that were put away, the one that was used last first. */
    public List<Assignment> all() {
        return assignments.findAllByUse().stream()
                .filter(assignment -> !assignment.isArchived())
                .map(AssignmentEntity::record)
                .toList();
    }

    /** Those that were put away. */
    List<Assignment> archived() {
        return assignments.findAllByUse().stream()
                .filter(AssignmentEntity::isArchived)
                .map(AssignmentEntity::record)
                .toList();
    }

    /** Whether there is none at all. */
    public boolean isEmpty() {
        return assignments.count() == 0;
    }

    /** Somebody works in it; noted once a minute at most. */
    @Transactional
    public void use(long id) {
        Instant now = clock.instant();
        assignments.use(id, now, now.minus(NOTED));
    }

    /**
     * Gives one another name.
     *
     * @throws ProblemException if the name is empty, too long or taken
     */
    @Transactional(rollbackFor = ProblemException.class)
    Assignment rename(long id, String wanted) throws ProblemException {
        AssignmentEntity assignment = entity(id);
        assignment.rename(free(wanted, id));
        return assignments.save(assignment).record();
    }

    /** Makes another with the choices of one, but without its sources. */
    @Transactional(rollbackFor = ProblemException.class)
    Assignment duplicate(long id) throws ProblemException {
        Assignment model = get(id);
        String stem = model.name().length() > LONGEST_NAME - 12
                ? model.name().substring(0, LONGEST_NAME - 12).strip()
                : model.name();
        String name = Text.of("assignments.copy-2", stem);
        for (int i = 2; assignments.findByNameIgnoreCase(name).isPresent(); i++) {
            name = Text.of("assignments.copy", stem, i);
        }
        return made(name, id);
    }

    /**
     * Watches the folders of one, or no longer.
     *
     * @param render whether what changes in them is rendered too
     */
    @Transactional(rollbackFor = ProblemException.class)
    public void watch(long id, boolean folders, boolean render) throws ProblemException {
        AssignmentEntity assignment = entity(id);
        assignment.watch(folders, render);
        assignments.save(assignment);
    }

    /** Those whose folders are watched. */
    public List<Assignment> watched() {
        return assignments.findByWatchedTrueAndArchivedAtIsNull().stream()
                .map(AssignmentEntity::record)
                .toList();
    }

    /** Puts one away; nothing of it is lost. */
    @Transactional(rollbackFor = ProblemException.class)
    void archive(long id) throws ProblemException {
        AssignmentEntity assignment = entity(id);
        assignment.archive(clock.instant());
        assignments.save(assignment);
    }

    @Transactional(rollbackFor = ProblemException.class)
    void restore(long id) throws ProblemException {
        AssignmentEntity assignment = entity(id);
        assignment.restore();
        assignments.save(assignment);
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public Assignment get(long id) throws ProblemException {
        return entity(id).record();
    }

    private AssignmentEntity entity(long id) throws ProblemException {
        return assignments
                .findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "assignment " + id,
                        Text.of("assignments.there-is-no-such"),
                        Text.of("assignments.choose-one-from-the"))));
    }

    /**
     * Makes one.
     *
     * @throws ProblemException if the name is empty, too long or taken
     */
    @Transactional(rollbackFor = ProblemException.class)
    public Assignment make(String wanted) throws ProblemException {
        String name = free(wanted, 0);
        return made(
                name,
                assignments.findFirstByOrderByIdDesc().map(AssignmentEntity::id).orElse(0L));
    }

    private Assignment made(String name, long before) {
        AssignmentEntity made = assignments.saveAndFlush(new AssignmentEntity(name, clock.instant()));
        events.publishEvent(new AssignmentCreated(made.id(), before));
        return made.record();
    }

    /** A name that can be had by the assignment of that key. */
    private String free(String wanted, long id) throws ProblemException {
        String name = wanted.replace("\0", "").strip();
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("assignments.the-name"),
                    name.isEmpty()
                            ? Text.of("assignments.it-is-empty")
                            : Text.of("common.has-characters", name.length()),
                    Text.of("assignments.use-1-to-characters", LONGEST_NAME)));
        }
        Optional<AssignmentEntity> there =
                assignments.findByNameIgnoreCase(name).filter(other -> other.id() != id);
        if (there.isPresent()) {
            throw new ProblemException(new Problem.BadRequest(
                    name,
                    there.get().isArchived()
                            ? Text.of("assignments.an-archived-assignment-already")
                            : Text.of("assignments.there-is-already-an"),
                    Text.of("assignments.choose-another-name")));
        }
        return name;
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
