package app.vineparcel.web.recipes;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface RecipeVersionRepository extends JpaRepository<RecipeVersionEntity, Long> {

    List<RecipeVersionEntity> findByRecipeIdOrderByNumberDesc(long recipeId);

    Optional<RecipeVersionEntity> findByRecipeIdAndNumber(long recipeId, int number);
}
