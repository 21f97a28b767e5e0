package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.sources.PieceOrigins;
import app.vineparcel.web.sources.PieceService;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Starts, stops and finds runs. */
@Service
public class RunService {

    private final RunRepository runs;
    private final RenditionRepository renditions;
    private final RunWorker worker;
    private final PieceService pieces;
    private final PieceOrigins origins;
    private final RecipeService recipes;
    private final Clock clock;

    RunService(
            RunRepository runs,
            RenditionRepository renditions,
            RunWorker worker,
            PieceService pieces,
            PieceOrigins origins,
            RecipeService recipes,
            Clock clock) {
        this.recipes = recipes;
        this.pieces = pieces;
        this.origins = origins;
        this.runs = runs;
        this.renditions = renditions;
        this.worker = worker;
        this.clock = clock;
    }

    /**
     * Keeps what shall be made and starts on it in the background; returns the run's key. The same plan sent again while its run goes on, or by the
     * same page, is that run.
     *
     * @param asked a word of the page that asks, up to 64 letters; empty if it has none
     */
    @Transactional
    public long start(Assignment assignment, Plan plan, String asked) {
        runs.waitForTurn(assignment.id());
        String order = fingerprint(plan);
        Optional<Run> last =
                runs.findFirstByAssignmentIdOrderByNumberDesc(assignment.id()).filter(run -> run.isAlso(order, asked));
        if (last.isPresent()) {
            return last.get().id();
        }
        Run run = runs.save(
                new Run(assignment.id(), runs.lastNumber(assignment.id()) + 1, clock.instant(), order, asked));
        List<Rendition> all = new ArrayList<>();
        Map<Long, Integer> versions =
                recipes.all().stream().collect(Collectors.toMap(StoredRecipe::id, StoredRecipe::version));
        Map<Long, PieceOrigins.Origin> from = origins.of(pieces.chosen(
                assignment.id(),
                plan.renditions().stream()
                        .map(planned -> Long.valueOf(planned.piece().id()))
                        .distinct()
                        .toList()));
        for (PlannedRendition planned : plan.renditions()) {
            PieceOrigins.Origin origin = from.get(Long.valueOf(planned.piece().id()));
            if (origin == null) {
                throw new IllegalStateException("a piece that was just planned is gone");
            }
            Rendition rendition = new Rendition(run.id(), all.size() + 1, origin, planned);
            String[] keys = planned.column().id().split("\\.");
            if (keys.length == 2) { // columns are named by channel and recipe
                long recipe = Long.parseLong(keys[1]);
                rendition.by(Long.parseLong(keys[0]), recipe, versions.getOrDefault(recipe, 0));
            }
            all.add(rendition);
        }
        renditions.saveAll(all);
        worker.queueAfterCommit(run.id());
        return run.id();
    }

    /** SHA-256 over everything that is made, and of what. */
    private static String fingerprint(Plan plan) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            Map<Recipe, String> written = new IdentityHashMap<>();
            for (PlannedRendition planned : plan.renditions()) {
                String text = String.join(
                        "\n",
                        planned.path(),
                        planned.piece().id(),
                        planned.piece().info().toString(),
                        planned.framing().toString(),
                        planned.taking(planned.piece()).toString(),
                        written.computeIfAbsent(planned.column().recipe(), RecipeWriter::write));
                digest.update(text.getBytes(StandardCharsets.UTF_8));
                digest.update((byte) 0);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    /**
     * Lets what is being rendered end and leaves the rest out; a run that is over stays as it is.
     *
     * @throws ProblemException if there is none of that number
     */
    public void stop(long runId) throws ProblemException {
        if (!get(runId).state().isOver()) {
            worker.stop(runId);
        }
    }

    /**
     * One run.
     *
     * @throws ProblemException if there is none of that number
     */
    public Run get(long runId) throws ProblemException {
        return runs.findById(runId)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "run " + runId, "There is no such run.", "Choose one from the list of runs.")));
    }

    /** One run in numbers. */
    public RunSummary summary(long runId) throws ProblemException {
        return summaries(List.of(get(runId))).get(0);
    }

    /** An assignment's runs in numbers, the newest first. */
    public List<RunSummary> summaries(long assignmentId) {
        return summaries(runs.findByAssignmentIdOrderByNumberDesc(assignmentId));
    }

    /** Every file of a run, in the order of the plan. */
    public List<Rendition> renditions(long runId) {
        return renditions.findByRunIdOrderByPosition(runId);
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
                        "rendition " + id, "There is no such rendition.", "Choose one on the page of its delivery.")));
    }

    private List<RunSummary> summaries(List<Run> of) {
        Map<Long, List<RenditionRepository.Sum>> sums = renditions
                .sums(of.stream().map(Run::id).toList())
                .stream()
                .collect(Collectors.groupingBy(RenditionRepository.Sum::runId));
        return of.stream()
                .map(run -> summary(run, sums.getOrDefault(run.id(), List.of())))
                .toList();
    }

    private RunSummary summary(Run run, List<RenditionRepository.Sum> sums) {
        long total = sums.stream().mapToLong(RenditionRepository.Sum::count).sum();
        long done = count(sums, Rendition.State.DONE);
        long failed = count(sums, Rendition.State.FAILED);
        long leftOut = count(sums, Rendition.State.LEFT_OUT);
        long bytes = sums.stream()
                .filter(s -> s.state() == Rendition.State.DONE)
                .mapToLong(RenditionRepository.Sum::bytes)
                .sum();
        List<String> current = run.state().isOver()
                ? List.of()
                : renditions.findByRunIdAndState(run.id(), Rendition.State.RENDERING).stream()
                        .map(Rendition::path)
                        .toList();
        double seconds = run.took()
                .or(() -> run.startedAt().map(began -> Duration.between(began, clock.instant())))
                .map(d -> d.toMillis() / 1000.0)
                .orElse(0.0);
        double perSecond = seconds > 0 ? (done + failed) / seconds : 0;
        long left = perSecond > 0 && !run.state().isOver() ? Math.round((total - done - failed) / perSecond) : -1;
        return new RunSummary(run, total, done, failed, leftOut, bytes, current, perSecond, left);
    }

    private static long count(List<RenditionRepository.Sum> sums, Rendition.State state) {
        return sums.stream()
                .filter(s -> s.state() == state)
                .mapToLong(RenditionRepository.Sum::count)
                .sum();
    }
}
