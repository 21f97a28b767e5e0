package app.vineparcel.web.assignments;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AssignmentRepository extends JpaRepository<AssignmentEntity, Long> {

    @Query("select a from Assignment a order by coalesce(a.usedAt, a.createdAt) desc, a.id desc")
    List<AssignmentEntity> findAllByUse();

    @Modifying
    @Query("update Assignment a set a.usedAt = ?2 where a.id = ?1 and (a.usedAt is null or a.usedAt < ?3)")
    void use(long id, Instant now, Instant before);

    Optional<AssignmentEntity> findFirstByOrderByIdDesc();

    Optional<AssignmentEntity> findByNameIgnoreCase(String name);

    List<AssignmentEntity> findByWatchedTrueAndArchivedAtIsNull();
}
