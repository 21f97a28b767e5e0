package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The list of recipes at the side of every recipe page. */
@Component
class RecipeList {

    /** A line of the list. */
    record Line(String address, String title, String summary) {}

    private final RecipeService recipes;
    private final Starters starters;

    RecipeList(RecipeService recipes, Starters starters) {
        this.recipes = recipes;
        this.starters = starters;
    }

    void fill(Model model) {
        List<StoredRecipe> all = recipes.all();
        model.addAttribute(
                "ours", lines(all.stream().filter(r -> !r.isRetired()).toList()));
        model.addAttribute(
                "retired", lines(all.stream().filter(StoredRecipe::isRetired).toList()));
        model.addAttribute(
                "starters",
                starters.all().stream()
                        .map(starter -> new Line(
                                "/recipes/starters/" + starter.key(),
                                starter.recipe().title(),
                                Sentences.summary(starter.recipe())))
                        .toList());
    }

    private static List<Line> lines(List<StoredRecipe> of) {
        return of.stream()
                .map(r -> new Line("/recipes/" + r.id(), r.title(), Sentences.summary(r.recipe())))
                .toList();
    }

    /** How often a recipe is used, in words: {@code in 2 channels · 34 renditions made}. */
    String uses(long id, Words words) {
        String said = recipes.uses().entrySet().stream()
                .map(use -> said(use, id, words))
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(" · "));
        return said.isEmpty() ? Text.of("recipes.not-used-yet") : said;
    }

    private static String said(Map.Entry<String, Map<Long, Long>> use, long id, Words words) {
        long count = use.getValue().getOrDefault(id, 0L);
        return count == 0 ? "" : words.count(count, use.getKey());
    }
}
