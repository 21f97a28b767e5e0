package app.vineparcel.web.recipes;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RecipeVersionRepository extends JpaRepository<RecipeVersion, Long> {

    List<RecipeVersion> findByRecipeIdOrderByNumberDesc(long recipeId);

    Optional<RecipeVersion> findByRecipeIdAndNumber(long recipeId, int number);
}
