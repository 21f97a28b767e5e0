package app.vineparcel.web.runs;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface RunRepository extends JpaRepository<RunEntity, Long> {

    List<RunEntity> findByAssignmentIdOrderByNumberDesc(long assignmentId);

    Optional<RunEntity> findFirstByAssignmentIdOrderByNumberDesc(long assignmentId);

    /** Of its own for the length of a transaction. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from Run r where r.id = ?1")
    Optional<RunEntity> findToChange(long id);

    /** Whoever starts a run of this assignment waits here for whoever does so at the same time. */
    @Query(
            value = "select 1 from (select pg_advisory_xact_lock(8601, cast(?1 as integer))) as turn",
            nativeQuery = true)
    Integer waitForTurn(long assignmentId);

    /** Those that are not over, in the order in which they are made. */
    @Query("select r from Run r where r.state in ('WAITING', 'RENDERING', 'PAUSED') order by r.place, r.id")
    List<RunEntity> open();

    @Query("select coalesce(max(r.place), 0) from Run r")
    long lastPlace();

    long countByAssignmentId(long assignmentId);

    boolean existsByAssignmentIdAndStateIn(long assignmentId, List<Run.State> states);

    @Query("select coalesce(max(r.number), 0) from Run r where r.assignmentId = ?1")
    int lastNumber(long assignmentId);
}
