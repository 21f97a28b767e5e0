package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.sources.Source;
import app.vineparcel.web.sources.SourceService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Makes a run's plan again from what was kept of it, so that the same files come out as were shown when it was started. */
@Component
class RunPlans {

    /** What can be rendered, and what cannot any more. */
    record Checked(Plan plan, Map<Long, Problem> failed) {}

    private final AssignmentService assignments;
    private final SourceService sources;
    private final Shelf shelf;
    private final Clock clock;

    RunPlans(AssignmentService assignments, SourceService sources, Shelf shelf, Clock clock) {
        this.shelf = shelf;
        this.assignments = assignments;
        this.sources = sources;
        this.clock = clock;
    }

    /**
     * The plan of a run.
     *
     * @param keys gets the key of every planned rendition
     */
    Checked of(Run run, List<Rendition> renditions, Map<PlannedRendition, Long> keys) {
        Map<Long, Problem> failed = new LinkedHashMap<>();
        List<PlannedRendition> planned = new ArrayList<>();
        List<Long> ids = new ArrayList<>();
        Map<Long, Source> known = new HashMap<>();
        try {
            String name = assignments.get(run.assignmentId()).name();
            Planner planner = new Planner(name, LocalDate.ofInstant(run.createdAt(), clock.getZone()), shelf);
            for (Source source : sources.all(run.assignmentId())) {
                known.put(source.id(), source);
            }
            for (Rendition rendition : renditions) {
                Source source = known.get(rendition.sourceId());
                if (source == null || !source.isReady()) {
                    failed.put(rendition.id(), gone(rendition));
                    continue;
                }
                planned.add(planner.plan(piece(source, rendition), column(rendition)));
                ids.add(rendition.id());
            }
        } catch (ProblemException e) {
            renditions.forEach(rendition -> failed.put(rendition.id(), e.problem()));
            return new Checked(new Plan(List.of()), failed);
        }
        Plan plan = Planner.withoutCollisions(planned);
        for (int i = 0; i < ids.size(); i++) {
            keys.put(plan.renditions().get(i), ids.get(i));
        }
        return new Checked(plan, failed);
    }

    private static PlanPiece piece(Source source, Rendition rendition) {
        return PlanPiece.picture(
                String.valueOf(source.id()),
                source.file(),
                source.name(),
                source.info(),
                source.focus(),
                rendition.sourceNumber());
    }

    private static PlanColumn column(Rendition rendition) {
        return new PlanColumn("", recipe(rendition), rendition.channel(), rendition.channelFolder());
    }

    private static Recipe recipe(Rendition rendition) {
        try {
            return RecipeReader.read(rendition.recipeBody(), rendition.recipeTitle());
        } catch (RecipeException e) {
            throw new IllegalStateException("the recipe kept with rendition " + rendition.id() + " cannot be read", e);
        }
    }

    private static Problem gone(Rendition rendition) {
        return new Problem.Vanished(
                rendition.path(), "Its source is no longer part of the assignment.", "Bring it in again.");
    }
}
