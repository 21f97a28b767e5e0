package app.vineparcel.web.recipes;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A recipe as it stood after one of its changes. Never changed itself. */
@Entity(name = "RecipeVersion")
class RecipeVersionEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long recipeId;
    private int number;
    private String title = "";
    private String body = "";
    private Instant keptAt = Instant.EPOCH;

    /** For Hibernate. */
    protected RecipeVersionEntity() {}

    RecipeVersionEntity(StoredRecipeEntity recipe, Instant now) {
        this.recipeId = recipe.id();
        this.number = recipe.version();
        this.title = recipe.title();
        this.body = recipe.body();
        this.keptAt = now;
    }

    /** As everybody else sees it. */
    RecipeVersion record() {
        return new RecipeVersion(number, keptAt, title, body);
    }
}
