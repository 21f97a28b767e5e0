package app.vineparcel.web.recipes;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface RecipeRepository extends JpaRepository<StoredRecipe, Long> {

    List<StoredRecipe> findAllByOrderById();
}
