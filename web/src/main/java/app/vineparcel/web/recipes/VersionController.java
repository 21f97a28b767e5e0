package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.web.Text;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a recipe said before, and the way back to it. */
@Controller
class VersionController {

    /** A clause that a version changed; {@code before} is empty where everything is new. */
    record Change(String clause, String before, String after) {}

    /** A version and what it changed of the one before. */
    record Shown(RecipeVersion version, List<Change> changes) {}

    private final RecipeService recipes;
    private final RecipeList list;

    VersionController(RecipeService recipes, RecipeList list) {
        this.recipes = recipes;
        this.list = list;
    }

    @GetMapping("/recipes/{id:\\d+}/versions")
    String versions(@PathVariable long id, Model model) throws ProblemException {
        StoredRecipe stored = recipes.get(id);
        List<RecipeVersion> versions = recipes.versions(id);
        List<Shown> shown = new ArrayList<>();
        for (int i = 0; i < versions.size(); i++) {
            Recipe now = versions.get(i).recipe();
            shown.add(new Shown(
                    versions.get(i),
                    i + 1 < versions.size() ? changes(versions.get(i + 1).recipe(), now) : List.of()));
        }
        list.fill(model);
        model.addAttribute("stored", stored);
        model.addAttribute("versions", shown);
        return "recipes/versions";
    }

    private static List<Change> changes(Recipe before, Recipe after) {
        List<Change> changes = new ArrayList<>();
        if (!before.title().equals(after.title())) {
            changes.add(new Change("Title", before.title(), after.title()));
        }
        for (Clause clause : Clause.values()) {
            if (!clause.copied(after, before).equals(before)) {
                changes.add(new Change(clause.title(), clause.sentence(before), clause.sentence(after)));
            }
        }
        return changes;
    }

    /** One version, clause by clause. */
    @GetMapping("/recipes/{id:\\d+}/versions/{number}")
    String version(@PathVariable long id, @PathVariable int number, Model model) throws ProblemException {
        RecipeVersion version = recipes.version(id, number);
        list.fill(model);
        model.addAttribute("stored", recipes.get(id));
        model.addAttribute("version", version);
        model.addAttribute("clauses", Clause.values());
        model.addAttribute("recipe", version.recipe());
        return "recipes/version";
    }

    /** Keeps what a former version said as the newest. */
    @PostMapping("/recipes/{id:\\d+}/versions/{number}/back")
    String bringBack(@PathVariable long id, @PathVariable int number, RedirectAttributes after)
            throws ProblemException {
        StoredRecipe kept = recipes.change(id, recipes.version(id, number).recipe());
        after.addFlashAttribute("said", Text.of("recipes.version-is-restored-as", number, kept.version()));
        return "redirect:/recipes/" + id;
    }
}
