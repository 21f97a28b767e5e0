package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.geometry.Anchor;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.storage.BroughtShelf;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

@Controller
class RecipeController {

    /** A line of the list at the side. */
    record Line(long id, String title, String summary) {}

    private final RecipeService recipes;
    private final BroughtShelf shelf;

    RecipeController(RecipeService recipes, BroughtShelf shelf) {
        this.shelf = shelf;
        this.recipes = recipes;
    }

    @GetMapping("/recipes")
    String first(Model model) {
        List<StoredRecipe> all = recipes.all();
        if (all.isEmpty()) {
            frame(model);
            return "recipes/none";
        }
        return "redirect:/recipes/" + all.get(0).id();
    }

    @GetMapping("/recipes/{id}")
    String open(@PathVariable long id, Model model) throws ProblemException {
        StoredRecipe stored = recipes.get(id);
        return page(model, stored, RecipeForm.of(stored), Map.of());
    }

    @PostMapping("/recipes/{id}")
    String keep(
            @PathVariable long id, @RequestParam Map<String, String> parameters, Model model, RedirectAttributes after)
            throws ProblemException {
        StoredRecipe stored = recipes.get(id);
        RecipeForm form = RecipeForm.sent(parameters);
        try {
            Recipe changed = form.recipe(stored);
            int before = stored.version();
            StoredRecipe kept = recipes.change(id, changed);
            after.addFlashAttribute(
                    "said",
                    kept.version() == before ? "Nothing was changed." : "Kept as version " + kept.version() + ".");
            return "redirect:/recipes/" + id;
        } catch (RecipeException e) {
            return page(model, stored, form, RecipeForm.byField(e));
        }
    }

    private String page(Model model, StoredRecipe stored, RecipeForm form, Map<String, String> faults) {
        frame(model);
        Recipe recipe = stored.recipe();
        model.addAttribute("stored", stored);
        model.addAttribute("form", form);
        model.addAttribute("faults", faults);
        model.addAttribute("profiles", profiles());
        model.addAttribute("marks", shelf.marks());
        model.addAttribute(
                "anchors", Arrays.stream(Anchor.values()).map(Anchor::word).toList());
        model.addAttribute(
                "sentences",
                Map.of(
                        "size", Sentences.size(recipe.size()),
                        "colour", Sentences.colour(recipe.colour()),
                        "sharpen", Sentences.sharpen(recipe.sharpen()),
                        "watermark", Sentences.watermark(recipe.watermark()),
                        "format", Sentences.format(recipe),
                        "metadata", Sentences.metadata(recipe.metadata())));
        return "recipes/edit";
    }

    /** What can be chosen: the word in the recipe and the name that people know. */
    private Map<String, String> profiles() {
        Map<String, String> profiles = new LinkedHashMap<>();
        for (BuiltInProfile builtIn : BuiltInProfile.values()) {
            profiles.put(builtIn.id(), builtIn.title());
        }
        profiles.put(PressProfile.ID, PressProfile.coated().title());
        shelf.profiles().forEach(brought -> profiles.put(brought.name(), brought.title()));
        return profiles;
    }

    private void frame(Model model) {
        model.addAttribute(
                "lines",
                recipes.all().stream()
                        .map(r -> new Line(r.id(), r.title(), Sentences.summary(r.recipe())))
                        .toList());
    }
}
