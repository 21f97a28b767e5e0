package app.vineparcel.web.recipes;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.sources.SamplePieces;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Says what a recipe would do, while somebody is still writing it. */
@Component
class RecipeCheck {

    private static final int NAMED = 3;

    /**
     * What a rendition of one piece would be called.
     *
     * @param piece what people call the piece
     */
    record Named(String piece, String path) {}

    /** Something that preflight noticed, by its level in lower case. */
    record Noticed(String level, String message) {}

    /**
     * The answer.
     *
     * @param faults what is wrong, by the pointers of the fields; where it is not empty, nothing else is said
     * @param sentences by the words of the clauses
     * @param idle the clauses that leave the piece as it is
     * @param changed the clauses, by their titles, that differ from the kept recipe
     */
    record Answer(
            Map<String, String> faults,
            Map<String, String> sentences,
            List<String> idle,
            List<String> changed,
            List<Named> names,
            List<Noticed> findings) {}

    private final SamplePieces pieces;
    private final Shelf shelf;
    private final Clock clock;

    RecipeCheck(SamplePieces pieces, Shelf shelf, Clock clock) {
        this.pieces = pieces;
        this.shelf = shelf;
        this.clock = clock;
    }

    /**
     * Checks what stands in a form.
     *
     * @param kept the recipe that is being changed
     * @param pieceId of the piece that it is tried on
     */
    Answer of(RecipeForm form, Optional<Recipe> kept, long pieceId) {
        try {
            return of(form.recipe(), kept, pieceId);
        } catch (RecipeException e) {
            return new Answer(RecipeForm.byField(e), Map.of(), List.of(), List.of(), List.of(), List.of());
        }
    }

    private Answer of(Recipe recipe, Optional<Recipe> kept, long pieceId) {
        List<Named> names = new ArrayList<>();
        List<Noticed> findings = new ArrayList<>();
        List<SamplePieces.Chosen> chosen = pieces.from(pieceId, NAMED);
        if (!chosen.isEmpty()) {
            Grid grid = Grid.of(
                    planner(chosen.get(0).assignment()),
                    chosen.stream().map(SamplePieces.Chosen::piece).toList(),
                    List.of(new PlanColumn("", recipe, "", "")),
                    Choices.ALL);
            for (int row = 0; row < grid.rows().size(); row++) {
                GridCell cell = grid.cell(row, 0);
                List<PlannedRendition> files = cell.files();
                String path = files.isEmpty() ? "" : files.get(files.size() - 1).path();
                names.add(new Named(cell.piece().name(), cell.notFor().orElse(path)));
            }
            findings.addAll(noticed(grid.cell(0, 0)));
        }
        return new Answer(
                Map.of(),
                sentences(recipe),
                idle(recipe),
                kept.map(before -> changed(before, recipe)).orElse(List.of()),
                names,
                findings);
    }

    /** What the largest density gives rise to. */
    private static List<Noticed> noticed(GridCell cell) {
        if (cell.notFor().isPresent()) {
            return List.of(new Noticed("blocker", cell.notFor().get()));
        }
        PlannedRendition largest = cell.files().get(cell.files().size() - 1);
        return largest.findings().stream()
                .map(finding -> new Noticed(finding.level().name().toLowerCase(Locale.ROOT), finding.message()))
                .toList();
    }

    private static List<String> changed(Recipe before, Recipe after) {
        List<String> changed = new ArrayList<>();
        if (!before.title().equals(after.title())) {
            changed.add("Title");
        }
        PieceOverride.between(before, after).clauses().forEach(clause -> changed.add(clause.title()));
        return changed;
    }

    /** What is shown of a piece through a recipe: the highest of its densities. */
    PlannedRendition planned(Recipe recipe, SamplePieces.Chosen chosen) {
        List<PlanColumn> densities = new PlanColumn("", recipe, "", "").ladder();
        return planner(chosen.assignment()).plan(chosen.piece(), densities.get(densities.size() - 1));
    }

    private Planner planner(String assignment) {
        return new Planner(assignment, LocalDate.now(clock), shelf);
    }

    static Map<String, String> sentences(Recipe recipe) {
        Map<String, String> sentences = new LinkedHashMap<>();
        for (Clause clause : Clause.values()) {
            sentences.put(clause.word(), clause.sentence(recipe));
        }
        return sentences;
    }

    static List<String> idle(Recipe recipe) {
        List<String> idle = new ArrayList<>();
        for (Clause clause : Clause.values()) {
            if (clause.isIdle(recipe)) {
                idle.add(clause.word());
            }
        }
        return idle;
    }
}
