package app.vineparcel.web.marks;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface MarkRepository extends JpaRepository<MarkEntity, Long> {

    List<MarkEntity> findAllByOrderByTitle();

    Optional<MarkEntity> findByFile(String file);

    /** Two pages that are opened at once may see the same new file; it becomes one mark. */
    @Modifying
    @Query(
            value = "insert into mark (title, file, on_dark) values (?1, ?2, ?3) on conflict (file) do nothing",
            nativeQuery = true)
    void addNew(String title, String file, @Nullable String onDark);
}
