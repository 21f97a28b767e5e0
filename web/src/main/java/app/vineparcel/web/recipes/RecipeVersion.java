package app.vineparcel.web.recipes;

import app.vineparcel.core.recipe.Recipe;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A recipe as it stood after one of its changes. Never changed itself. */
@Entity
public class RecipeVersion {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long recipeId;
    private int number;
    private String title = "";
    private String body = "";
    private Instant keptAt = Instant.EPOCH;

    /** For Hibernate. */
    protected RecipeVersion() {}

    RecipeVersion(StoredRecipe recipe, Instant now) {
        this.recipeId = recipe.id();
        this.number = recipe.version();
        this.title = recipe.title();
        this.body = recipe.body();
        this.keptAt = now;
    }

    /** From 1. */
    public int number() {
        return number;
    }

    public Instant keptAt() {
        return keptAt;
    }

    /** As it then stood. */
    public Recipe recipe() {
        return StoredRecipe.read(body, title);
    }
}
