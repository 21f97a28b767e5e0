package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.core.render.Order;
import app.vineparcel.web.Text;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.springframework.stereotype.Service;

/** Finds runs and what they made. */
@Service
public class RunService {

    private final RunRepository runs;
    private final RenditionRepository renditions;
    private final RenditionStates states;
    private final RunSummaries summaries;
    private final MadeFiles made;
    private final DeliveredLines lines;

    RunService(
            RunRepository runs,
            RenditionRepository renditions,
            RenditionStates states,
            RunSummaries summaries,
            MadeFiles made,
            DeliveredLines lines) {
        this.lines = lines;
        this.made = made;
        this.runs = runs;
        this.renditions = renditions;
        this.states = states;
        this.summaries = summaries;
    }

    /**
     * One run.
     *
     * @throws ProblemException if there is none of that number
     */
    public Run get(long runId) throws ProblemException {
        return runs.findById(runId)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "run " + runId, Text.of("runs.there-is-no-such"), Text.of("runs.choose-one-from-the"))));
    }

    /** One run in numbers. */
    public RunSummary summary(long runId) throws ProblemException {
        return summaries.of(List.of(get(runId))).get(0);
    }

    /** An assignment's runs in numbers, the newest first. */
    public List<RunSummary> summaries(long assignmentId) {
        return summaries.of(List.copyOf(runs.findByAssignmentIdOrderByNumberDesc(assignmentId)));
    }

    /** The runs of all assignments that are not over, in the order in which they are made. */
    public List<RunSummary> queue() {
        return summaries.of(List.copyOf(runs.open()));
    }

    /** Whether a run of an assignment is not over. */
    public boolean isBusy(long assignmentId) {
        return runs.existsByAssignmentIdAndStateIn(
                assignmentId, List.of(Run.State.WAITING, Run.State.RENDERING, Run.State.PAUSED));
    }

    /** Every file of a run, in the order of the plan. */
    public List<Rendition> renditions(long runId) {
        return List.copyOf(renditions.findByRunIdOrderByPosition(runId));
    }

    /**
     * One file.
     *
     * @throws ProblemException if there is none of that number
     */
    public Rendition rendition(long id) throws ProblemException {
        return renditions
                .findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "rendition " + id, Text.of("runs.there-is-no-such-2"), Text.of("runs.choose-one-on-its"))));
    }

    /** The files that a run delivered, by path, with what became of them. */
    public List<DeliveredLine> delivered(long runId) throws ProblemException {
        return lines.of(get(runId).assignmentId(), runId);
    }

    /** The keys of the channels that a run delivered anything of. */
    public List<Long> channels(long runId) {
        return lines.channels(runId);
    }

    /** The content that a run delivered of a channel under a path; empty if it delivered none, or nobody has it any more. */
    public Optional<Path> content(long runId, long channelId, String path) throws ProblemException {
        return contents(runId, lines.ids(runId, channelId, path)).apply(path);
    }

    /** What a run delivered under a path, and what became of it. */
    public Optional<DeliveredLine> delivered(long runId, String path) throws ProblemException {
        return lines.of(get(runId).assignmentId(), runId, Optional.of(path)).stream()
                .findFirst();
    }

    /**
     * The contents that a run delivered of some renditions: in their places, or kept since others were put there.
     *
     * @return looks one up by its path when it is needed; empty if nobody has it any more
     */
    public Function<String, Optional<Path>> contents(long runId, List<Long> ids) throws ProblemException {
        return lines.contents(get(runId).assignmentId(), runId, ids);
    }

    /** The files of a channel that are in place in an assignment's delivery folder, by their paths, whichever run made them. */
    public List<Rendition> inPlace(long assignmentId, long channelId) {
        return made.inPlace(assignmentId, channelId, renditions::findAllById);
    }

    /** The orders of a unit of a run, by the positions of their renditions; none for runs of former versions. */
    public Map<Integer, Order> orders(long runId, int unit) {
        return states.orders(runId, unit);
    }

    /** The profiles that some files of a run come in, by their positions; none for those of former versions. */
    public Map<Integer, String> profiles(long runId, List<Integer> positions) {
        Map<Integer, String> profiles = new HashMap<>();
        Set<Integer> wanted = Set.copyOf(positions);
        renditions.findByRunIdAndPositionInOrderByPosition(runId, positions).stream()
                .map(Rendition::unit)
                .distinct()
                .forEach(unit -> states.orders(runId, unit).forEach((position, order) -> {
                    if (wanted.contains(position)) {
                        profiles.put(
                                position,
                                Sentences.profile(
                                        order.planned().column().recipe().colour()));
                    }
                }));
        return profiles;
    }

    /** The recipe as it was when the run was started, with what was overridden for this piece. */
    public Recipe recipe(Rendition rendition) {
        if (rendition.recipeBody().isPresent()) {
            try {
                return RecipeReader.read(rendition.recipeBody().get(), rendition.recipeTitle());
            } catch (RecipeException e) {
                throw new IllegalStateException("the recipe of rendition " + rendition.id() + " cannot be read", e);
            }
        }
        return states.order(rendition.runId(), rendition.unit(), rendition.position())
                .orElseThrow(() -> new IllegalStateException("rendition " + rendition.id() + " has no order"))
                .planned()
                .column()
                .recipe();
    }
}
