package app.vineparcel.web.assignments;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AssignmentRepository extends JpaRepository<Assignment, Long> {

    @Query("select a from Assignment a order by coalesce(a.usedAt, a.createdAt) desc, a.id desc")
    List<Assignment> findAllByUse();

    @Modifying
    @Query("update Assignment a set a.usedAt = ?2 where a.id = ?1 and (a.usedAt is null or a.usedAt < ?3)")
    void use(long id, Instant now, Instant before);

    Optional<Assignment> findFirstByOrderByIdDesc();

    Optional<Assignment> findByNameIgnoreCase(String name);

    List<Assignment> findByWatchedTrueAndArchivedAtIsNull();
}
