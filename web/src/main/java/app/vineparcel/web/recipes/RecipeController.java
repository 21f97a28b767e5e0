package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The pages of recipes: reading, changing, copying and retiring them. */
@Controller
class RecipeController {

    private final RecipeService recipes;
    private final RecipeList list;
    private final Starters starters;
    private final RecipePages pages;
    private final Words words = new Words();

    RecipeController(RecipeService recipes, RecipeList list, Starters starters, RecipePages pages) {
        this.recipes = recipes;
        this.list = list;
        this.starters = starters;
        this.pages = pages;
    }

    /** The first of one's own, else the first to start from. */
    @GetMapping("/recipes")
    String first() {
        return recipes.inUse().stream()
                .findFirst()
                .map(recipe -> "redirect:/recipes/" + recipe.id())
                .orElseGet(() ->
                        "redirect:/recipes/starters/" + starters.all().get(0).key());
    }

    @GetMapping("/recipes/{id:\\d+}")
    String open(@PathVariable long id, Model model) throws ProblemException {
        StoredRecipe stored = recipes.get(id);
        return page(model, stored, RecipeForm.of(stored.recipe()), Map.of());
    }

    @GetMapping("/recipes/starters/{key}")
    String starter(@PathVariable String key, Model model) throws ProblemException {
        Starters.Starter starter = starters.get(key);
        model.addAttribute("starter", starter);
        return pages.fill(model, starter.recipe(), RecipeForm.of(starter.recipe()), Map.of());
    }

    @PostMapping("/recipes/{id:\\d+}")
    String save(
            @PathVariable long id,
            @RequestParam Map<String, String> parameters,
            @RequestParam Optional<Integer> version,
            Model model,
            RedirectAttributes after)
            throws ProblemException {
        StoredRecipe stored = recipes.get(id);
        RecipeForm form = RecipeForm.sent(parameters);
        try {
            int before = stored.version();
            Optional<StoredRecipe> changed = recipes.change(id, version, form.recipe());
            if (changed.isEmpty()) {
                StoredRecipe now = recipes.get(id);
                model.addAttribute("meanwhile", now.version());
                return page(model, now, form, Map.of());
            }
            StoredRecipe kept = changed.get();
            after.addFlashAttribute(
                    "said",
                    kept.version() == before
                            ? Text.of("recipes.nothing-changed")
                            : Text.of("recipes.saved-as-version", kept.version()));
            return "redirect:/recipes/" + id;
        } catch (RecipeException e) {
            return page(model, stored, form, RecipeForm.byField(e));
        }
    }

    /** A recipe that says nothing yet. */
    @PostMapping("/recipes")
    String make() throws RecipeException {
        return opened(recipes.addCopy(RecipeReader.read("{\"recipe\": 1}", Text.of("recipes.new-recipe"))));
    }

    @PostMapping("/recipes/{id:\\d+}/copy")
    String copy(@PathVariable long id) throws ProblemException {
        return opened(recipes.addCopy(recipes.get(id).recipe()));
    }

    /** Copies one to start from, with what was changed of it on its page. */
    @PostMapping("/recipes/starters/{key}")
    String copy(@PathVariable String key, @RequestParam Map<String, String> parameters, Model model)
            throws ProblemException {
        Starters.Starter starter = starters.get(key);
        RecipeForm form = RecipeForm.sent(parameters);
        try {
            return opened(recipes.addCopy(form.recipe()));
        } catch (RecipeException e) {
            model.addAttribute("starter", starter);
            return pages.fill(model, starter.recipe(), form, RecipeForm.byField(e));
        }
    }

    @PostMapping("/recipes/{id:\\d+}/retire")
    String retire(@PathVariable long id, @RequestParam boolean retired, RedirectAttributes after)
            throws ProblemException {
        StoredRecipe stored = recipes.retire(id, retired);
        after.addFlashAttribute(
                "said",
                retired
                        ? Text.of("recipes.retired-channels-that-use")
                        : Text.of("recipes.is-restored", stored.title()));
        return opened(stored);
    }

    private static String opened(StoredRecipe stored) {
        return "redirect:/recipes/" + stored.id();
    }

    private String page(Model model, StoredRecipe stored, RecipeForm form, Map<String, String> faults) {
        model.addAttribute("stored", stored);
        model.addAttribute("uses", list.uses(stored.id(), words));
        return pages.fill(model, stored.recipe(), form, faults);
    }
}
