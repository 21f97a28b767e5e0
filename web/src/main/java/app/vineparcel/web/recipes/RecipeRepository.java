package app.vineparcel.web.recipes;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface RecipeRepository extends JpaRepository<StoredRecipeEntity, Long> {

    /** Of its own for the length of a transaction. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select x from StoredRecipe x where x.id = ?1")
    Optional<StoredRecipeEntity> findToChange(long id);

    List<StoredRecipeEntity> findAllByOrderById();
}
