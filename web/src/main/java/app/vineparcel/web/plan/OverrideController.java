package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.recipes.RecipeForm;
import app.vineparcel.web.recipes.RecipePages;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.StoredPiece;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A recipe as it holds for one piece in one channel: the recipe's own page, tried on that piece, kept for it alone. */
@Controller
class OverrideController {

    /** A clause that is kept otherwise, and what the recipe says in it. */
    record Overridden(String word, String title, String recipe) {}

    /**
     * What the page says of where it stands.
     *
     * @param base the file of the recipe as it is kept for the piece
     */
    record Place(
            String address, StoredPiece piece, String channel, long recipeId, String base, List<Overridden> otherwise) {

        /** Whether anything is kept otherwise. */
        public boolean changed() {
            return !otherwise.isEmpty();
        }

        /** Where the plan is. */
        public String plan() {
            return "/assignments/" + piece.assignmentId() + "/plan";
        }
    }

    private final PlanColumns columns;
    private final PlanGrids grids;
    private final PlanChanges changes;
    private final AssignmentService assignments;
    private final PieceService pieces;
    private final RecipePages pages;

    OverrideController(
            PlanColumns columns,
            PlanGrids grids,
            PlanChanges changes,
            AssignmentService assignments,
            PieceService pieces,
            RecipePages pages) {
        this.columns = columns;
        this.grids = grids;
        this.changes = changes;
        this.assignments = assignments;
        this.pieces = pieces;
        this.pages = pages;
    }

    @GetMapping("/pieces/{id}/recipes/{key}")
    String open(@PathVariable long id, @PathVariable String key, Model model) throws ProblemException {
        StoredPiece piece = pieces.get(id);
        PlanService.ShownColumn column = column(key);
        Optional<PieceOverride> kept = kept(piece, column);
        Recipe here = here(column, kept);
        model.addAttribute("place", place(piece, column, kept));
        return pages.fill(model, here, RecipeForm.of(here), Map.of());
    }

    /** Keeps the clauses that differ from the recipe, for this piece alone. */
    @PostMapping("/pieces/{id}/recipes/{key}")
    String save(
            @PathVariable long id, @PathVariable String key, @RequestParam Map<String, String> parameters, Model model)
            throws ProblemException {
        StoredPiece piece = pieces.get(id);
        PlanService.ShownColumn column = column(key);
        Recipe recipe = column.stored().recipe();
        RecipeForm form = RecipeForm.sent(parameters);
        try {
            PieceOverride otherwise = PieceOverride.between(recipe, form.recipe());
            changes.choose(
                    assignments.get(piece.assignmentId()),
                    plan -> plan.grid().choices().overridden(cell(piece, column), otherwise),
                    edits -> label(piece, column));
            return plan(piece);
        } catch (RecipeException e) {
            Optional<PieceOverride> kept = kept(piece, column);
            model.addAttribute("place", place(piece, column, kept));
            return pages.fill(model, here(column, kept), form, RecipeForm.byField(e));
        }
    }

    /** Gives the piece back to the recipe, in one clause or in all. */
    @PostMapping("/pieces/{id}/recipes/{key}/back")
    String back(@PathVariable long id, @PathVariable String key, @RequestParam(defaultValue = "") String clause)
            throws ProblemException {
        StoredPiece piece = pieces.get(id);
        PlanService.ShownColumn column = column(key);
        Choices.CellKey cell = cell(piece, column);
        PieceOverride none = new PieceOverride(Set.of(), column.stored().recipe());
        Choices after = changes.choose(
                        assignments.get(piece.assignmentId()),
                        plan -> {
                            Choices before = plan.grid().choices();
                            return before.overridden(
                                    cell,
                                    Clause.byKey(clause)
                                            .flatMap(one -> before.override(cell.piece(), cell.column())
                                                    .map(override -> override.without(one)))
                                            .orElse(none));
                        },
                        edits -> label(piece, column))
                .grid()
                .choices();
        return after.override(cell.piece(), cell.column()).isPresent()
                ? "redirect:" + address(piece, column)
                : plan(piece);
    }

    private static String label(StoredPiece piece, PlanService.ShownColumn column) {
        return Text.of("plan.override-of-for", column.stored().title(), piece.name());
    }

    private static Choices.CellKey cell(StoredPiece piece, PlanService.ShownColumn column) {
        return new Choices.CellKey(String.valueOf(piece.id()), column.key().key());
    }

    private static String address(StoredPiece piece, PlanService.ShownColumn column) {
        return "/pieces/" + piece.id() + "/recipes/" + column.key().key();
    }

    private static String plan(StoredPiece piece) {
        return "redirect:/assignments/" + piece.assignmentId() + "/plan";
    }

    private Optional<PieceOverride> kept(StoredPiece piece, PlanService.ShownColumn column) throws ProblemException {
        return grids.of(assignments.get(piece.assignmentId()))
                .grid()
                .choices()
                .override(String.valueOf(piece.id()), column.key().key());
    }

    private static Place place(StoredPiece piece, PlanService.ShownColumn column, Optional<PieceOverride> kept) {
        Recipe recipe = column.stored().recipe();
        return new Place(
                address(piece, column),
                piece,
                column.band().channel().name(),
                column.stored().id(),
                RecipeWriter.write(here(column, kept)),
                kept.map(PieceOverride::clauses).orElse(Set.of()).stream()
                        .map(clause -> new Overridden(clause.word(), clause.title(), clause.sentence(recipe)))
                        .toList());
    }

    /** The recipe as it is kept for the piece. */
    private static Recipe here(PlanService.ShownColumn column, Optional<PieceOverride> kept) {
        Recipe recipe = column.stored().recipe();
        return kept.map(override -> override.over(recipe)).orElse(recipe);
    }

    private PlanService.ShownColumn column(String key) throws ProblemException {
        return columns.all().stream()
                .filter(column -> column.key().key().equals(key) && !column.combines())
                .findFirst()
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        Text.of("plan.this-cell-of-the"),
                        Text.of("plan.its-recipe-is-no"),
                        Text.of("plan.open-the-plan-again"))));
    }
}
