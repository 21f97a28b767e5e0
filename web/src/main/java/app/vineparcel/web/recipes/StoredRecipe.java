package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;

/**
 * A recipe in its current version.
 *
 * @param version counts from 1, one more with every change that was saved
 * @param isRetired whether it is out of the way of those in use
 * @param body the recipe file
 */
public record StoredRecipe(long id, String title, int version, boolean isRetired, String body) {

    /** The recipe. Only sound ones are ever stored. */
    public Recipe recipe() {
        return read(body, title);
    }

    static Recipe read(String body, String title) {
        try {
            return RecipeReader.read(body, title);
        } catch (RecipeException e) {
            throw new IllegalStateException("the stored recipe “" + title + "” cannot be read", e);
        }
    }
}
