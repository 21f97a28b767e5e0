package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeWriter;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A recipe as it now stands: its file's text, and how often it was changed. */
@Entity(name = "StoredRecipe")
@Table(name = "recipe")
class StoredRecipeEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String title = "";
    private int version;
    private String body = "";
    private @Nullable Instant retiredAt;

    /** For Hibernate. */
    protected StoredRecipeEntity() {}

    StoredRecipeEntity(Recipe recipe) {
        change(recipe);
    }

    final void change(Recipe recipe) {
        this.title = recipe.title();
        this.body = RecipeWriter.write(recipe);
        this.version++;
    }

    void retire(Instant now) {
        retiredAt = now;
    }

    void bringBack() {
        retiredAt = null;
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public String title() {
        return title;
    }

    /** Counts from 1, one more with every change that was kept. */
    public int version() {
        return version;
    }

    /** Whether it is out of the way of those in use. */
    public boolean isRetired() {
        return retiredAt != null;
    }

    /** The recipe file. */
    public String body() {
        return body;
    }

    /** As everybody else sees it. */
    StoredRecipe record() {
        return new StoredRecipe(id(), title, version, isRetired(), body);
    }
}
