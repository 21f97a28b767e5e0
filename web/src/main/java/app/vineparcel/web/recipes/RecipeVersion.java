package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Recipe;
import java.time.Instant;

/**
 * A recipe as it was after one of its changes. Never changed itself.
 *
 * @param number from 1
 * @param keptAt when it was saved
 */
public record RecipeVersion(int number, Instant keptAt, String title, String body) {

    /** As it was then. */
    public Recipe recipe() {
        return StoredRecipe.read(body, title);
    }
}
