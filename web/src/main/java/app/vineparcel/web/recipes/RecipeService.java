package app.vineparcel.web.recipes;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.web.Text;
import app.vineparcel.web.UniqueTitle;
import java.time.Clock;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps recipes, each with all of its versions. */
@Service
public class RecipeService {

    private final RecipeRepository recipes;
    private final RecipeVersionRepository versions;
    private final ObjectProvider<RecipeUse> uses;
    private final Clock clock;

    RecipeService(
            RecipeRepository recipes, RecipeVersionRepository versions, ObjectProvider<RecipeUse> uses, Clock clock) {
        this.recipes = recipes;
        this.versions = versions;
        this.uses = uses;
        this.clock = clock;
    }

    /** All, in the order in which they were made, also those that are retired. */
    public List<StoredRecipe> all() {
        return recipes.findAllByOrderById().stream()
                .map(StoredRecipeEntity::record)
                .toList();
    }

    /** Those of these keys. */
    public List<StoredRecipe> all(Collection<Long> ids) {
        return recipes.findAllById(ids).stream().map(StoredRecipeEntity::record).toList();
    }

    /** Those that are not retired. */
    public List<StoredRecipe> inUse() {
        return all().stream().filter(recipe -> !recipe.isRetired()).toList();
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public StoredRecipe get(long id) throws ProblemException {
        return entity(id).record();
    }

    private StoredRecipeEntity entity(long id) throws ProblemException {
        return recipes.findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "recipe " + id, Text.of("recipes.there-is-no-such"), Text.of("recipes.choose-one-from-the"))));
    }

    /** Keeps a new one. */
    @Transactional
    public StoredRecipe add(Recipe recipe) {
        StoredRecipeEntity stored = recipes.save(new StoredRecipeEntity(recipe));
        versions.save(new RecipeVersionEntity(stored, clock.instant()));
        return stored.record();
    }

    /** Keeps a new one under a title that nobody has. */
    @Transactional
    public StoredRecipe addCopy(Recipe recipe) {
        Set<String> taken = all().stream().map(StoredRecipe::title).collect(Collectors.toSet());
        return add(recipe.called(UniqueTitle.of(recipe.title(), taken::contains)));
    }

    /** Keeps a changed one as its next version, whatever was kept before. */
    @Transactional(rollbackFor = ProblemException.class)
    public StoredRecipe change(long id, Recipe recipe) throws ProblemException {
        return change(id, Optional.empty(), recipe).orElseThrow();
    }

    /**
     * Keeps a changed one as its next version.
     *
     * @param seen the version that was changed
     * @return empty if there is another version by now, and it says something else
     */
    @Transactional(rollbackFor = ProblemException.class)
    public Optional<StoredRecipe> change(long id, Optional<Integer> seen, Recipe recipe) throws ProblemException {
        recipes.findToChange(id); // whoever else changes it waits
        StoredRecipeEntity stored = entity(id);
        if (stored.record().recipe().equals(recipe)) {
            return Optional.of(stored.record());
        }
        if (seen.isPresent() && seen.get() != stored.version()) {
            return Optional.empty();
        }
        stored.change(recipe);
        versions.save(new RecipeVersionEntity(stored, clock.instant()));
        return Optional.of(recipes.save(stored).record());
    }

    /** Takes one out of the way, or back among those in use. */
    @Transactional(rollbackFor = ProblemException.class)
    StoredRecipe retire(long id, boolean retired) throws ProblemException {
        StoredRecipeEntity stored = entity(id);
        if (retired) {
            stored.retire(clock.instant());
        } else {
            stored.bringBack();
        }
        return recipes.save(stored).record();
    }

    /** All versions of one, the newest first. */
    List<RecipeVersion> versions(long id) {
        return versions.findByRecipeIdOrderByNumberDesc(id).stream()
                .map(RecipeVersionEntity::record)
                .toList();
    }

    /**
     * One as it stood after one of its changes.
     *
     * @throws ProblemException if there is no such version
     */
    RecipeVersion version(long id, int number) throws ProblemException {
        return versions.findByRecipeIdAndNumber(id, number)
                .map(RecipeVersionEntity::record)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "version " + number,
                        Text.of("recipes.there-is-no-such-2"),
                        Text.of("recipes.choose-one-from-the-2"))));
    }

    /** How often everything that uses recipes uses which; by what it is, then by the recipe's key. */
    Map<String, Map<Long, Long>> uses() {
        Map<String, Map<Long, Long>> all = new LinkedHashMap<>();
        uses.orderedStream().forEach(use -> all.put(use.what(), use.counts()));
        return all;
    }
}
