package app.vineparcel.web.runs;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.PlanPieces;
import app.vineparcel.web.sources.StoredPiece;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Makes a run's plan again from what was kept of it. Paths and names are those that were shown when it was started, whatever pieces are called
 * by now.
 */
@Component
class RunPlans {

    /** What can be rendered, and what cannot any more. */
    record Checked(Plan plan, Map<Long, Problem> failed) {}

    private final AssignmentService assignments;
    private final PieceService pieces;
    private final PlanPieces planPieces;
    private final Shelf shelf;
    private final Clock clock;

    RunPlans(AssignmentService assignments, PieceService pieces, PlanPieces planPieces, Shelf shelf, Clock clock) {
        this.shelf = shelf;
        this.assignments = assignments;
        this.pieces = pieces;
        this.planPieces = planPieces;
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
        try {
            String name = assignments.get(run.assignmentId()).name();
            Planner planner = new Planner(name, LocalDate.ofInstant(run.createdAt(), clock.getZone()), shelf);
            Kept kept = kept(run, renditions);
            for (Rendition rendition : renditions) {
                Optional<PlannedRendition> again = planned(rendition, planner, kept);
                if (again.isEmpty()) {
                    failed.put(rendition.id(), gone(rendition));
                    continue;
                }
                planned.add(again.get());
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

    /** The rendition as it was planned; empty if something of it is no longer there. */
    private static Optional<PlannedRendition> planned(Rendition rendition, Planner planner, Kept kept) {
        PlanColumn column = new PlanColumn(
                "",
                rendition.recipe(),
                rendition.channel(),
                rendition.channelFolder(),
                rendition.rules(),
                rendition.placement(),
                rendition.density());
        if (rendition.pages().isEmpty()) {
            return kept.piece(rendition.pieceId(), rendition.sourceNumber())
                    .map(piece -> planner.plan(piece, column).to(rendition.path()));
        }
        List<PlanPiece> pages = new ArrayList<>();
        for (long id : rendition.pages()) {
            kept.piece(id, rendition.sourceNumber()).ifPresent(pages::add);
        }
        return pages.size() < rendition.pages().size()
                ? Optional.empty()
                : Optional.of(planner.combined(pages, column).to(rendition.path()));
    }

    /** The pieces that a run is made of, as far as they are still there. */
    private record Kept(Map<Long, StoredPiece> stored, PlanPieces.Lookup lookup) {

        Optional<PlanPiece> piece(long id, int number) {
            return Optional.ofNullable(stored.get(id)).flatMap(piece -> lookup.piece(piece, number));
        }
    }

    private Kept kept(Run run, List<Rendition> renditions) {
        List<Long> wanted = renditions.stream()
                .flatMap(rendition ->
                        rendition.pages().isEmpty() ? Stream.of(rendition.pieceId()) : rendition.pages().stream())
                .distinct()
                .toList();
        Map<Long, StoredPiece> stored = pieces.chosen(run.assignmentId(), wanted).stream()
                .collect(Collectors.toMap(StoredPiece::id, Function.identity()));
        return new Kept(stored, planPieces.lookup(stored.values()));
    }

    private static Problem gone(Rendition rendition) {
        return new Problem.Vanished(
                rendition.path(), "Its source is no longer part of the assignment.", "Bring it in again.");
    }
}
