package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.web.recipes.RecipeForm;
import app.vineparcel.web.recipes.RecipePages;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.StoredPiece;
import java.util.Map;
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

    /** What the page says of where it stands. */
    record Place(String address, StoredPiece piece, String channel, long recipeId, boolean changed) {

        /** Where the plan is. */
        public String plan() {
            return "/assignments/" + piece.assignmentId() + "/plan";
        }
    }

    private final PlanService plans;
    private final ChoiceService choices;
    private final PieceService pieces;
    private final RecipePages pages;

    OverrideController(PlanService plans, ChoiceService choices, PieceService pieces, RecipePages pages) {
        this.plans = plans;
        this.choices = choices;
        this.pieces = pieces;
        this.pages = pages;
    }

    @GetMapping("/pieces/{id}/recipes/{key}")
    String open(@PathVariable long id, @PathVariable String key, Model model) throws ProblemException {
        StoredPiece piece = pieces.get(id);
        PlanService.Column column = column(key);
        Recipe recipe = column.stored().recipe();
        Recipe here = choices.of(piece.assignmentId())
                .override(String.valueOf(id), key)
                .map(override -> override.over(recipe))
                .orElse(recipe);
        model.addAttribute("place", place(piece, column, !here.equals(recipe)));
        return pages.fill(model, here, RecipeForm.of(here), Map.of());
    }

    /** Keeps the clauses that differ from the recipe, for this piece alone. */
    @PostMapping("/pieces/{id}/recipes/{key}")
    String keep(
            @PathVariable long id, @PathVariable String key, @RequestParam Map<String, String> parameters, Model model)
            throws ProblemException {
        StoredPiece piece = pieces.get(id);
        PlanService.Column column = column(key);
        Recipe recipe = column.stored().recipe();
        RecipeForm form = RecipeForm.sent(parameters);
        try {
            return kept(piece, key, PieceOverride.between(recipe, form.recipe()));
        } catch (RecipeException e) {
            model.addAttribute("place", place(piece, column, true));
            return pages.fill(model, recipe, form, RecipeForm.byField(e));
        }
    }

    /** Gives the piece back to the recipe. */
    @PostMapping("/pieces/{id}/recipes/{key}/back")
    String back(@PathVariable long id, @PathVariable String key) throws ProblemException {
        Recipe recipe = column(key).stored().recipe();
        return kept(pieces.get(id), key, new PieceOverride(Set.of(), recipe));
    }

    private String kept(StoredPiece piece, String key, PieceOverride override) {
        Choices.Cell cell = new Choices.Cell(String.valueOf(piece.id()), key);
        choices.change(piece.assignmentId(), before -> before.overridden(cell, override));
        return "redirect:/assignments/" + piece.assignmentId() + "/plan";
    }

    private static Place place(StoredPiece piece, PlanService.Column column, boolean changed) {
        return new Place(
                "/pieces/" + piece.id() + "/recipes/" + column.key().key(),
                piece,
                column.band().channel().name(),
                column.stored().id(),
                changed);
    }

    private PlanService.Column column(String key) throws ProblemException {
        return plans.columns().stream()
                .filter(column -> column.key().key().equals(key) && !column.combines())
                .findFirst()
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "This cell of the plan",
                        "Its recipe is not in the channel any more.",
                        "Open the plan again.")));
    }
}
