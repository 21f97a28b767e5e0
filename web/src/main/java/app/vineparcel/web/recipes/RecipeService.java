package app.vineparcel.web.recipes;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Recipe;
import java.util.Collection;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps recipes. */
@Service
public class RecipeService {

    private final RecipeRepository recipes;

    RecipeService(RecipeRepository recipes) {
        this.recipes = recipes;
    }

    /** All, in the order in which they were made. */
    public List<StoredRecipe> all() {
        return recipes.findAllByOrderById();
    }

    /** Those of these keys. */
    public List<StoredRecipe> all(Collection<Long> ids) {
        return recipes.findAllById(ids);
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public StoredRecipe get(long id) throws ProblemException {
        return recipes.findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "recipe " + id, "There is no such recipe.", "Choose one from the list of recipes.")));
    }

    /** Keeps a new one. */
    @Transactional
    public StoredRecipe add(Recipe recipe) {
        return recipes.save(new StoredRecipe(recipe));
    }

    /** Keeps a changed one as its next version. */
    @Transactional(rollbackFor = ProblemException.class)
    public StoredRecipe change(long id, Recipe recipe) throws ProblemException {
        StoredRecipe stored = get(id);
        if (!stored.recipe().equals(recipe)) {
            stored.change(recipe);
        }
        return recipes.save(stored);
    }
}
