package app.vineparcel.web.sources;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface SourceRepository extends JpaRepository<SourceEntity, Long> {

    /** Those that were not removed. */
    @Query("select s from Source s where s.assignmentId = ?1 and s.state <> 'REMOVED' order by s.position")
    List<SourceEntity> findByAssignmentIdOrderByPosition(long assignmentId);

    /** Those that never were tried come first. */
    @Query("select s.id from Source s where s.state = 'WAITING' order by s.attempts, s.id")
    List<Long> waiting();

    /** Those that were removed, too. */
    List<SourceEntity> findByAssignmentId(long assignmentId);

    /** Of its own for the length of a transaction. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from Source s where s.id = ?1")
    Optional<SourceEntity> findToChange(long id);

    long countByAssignmentIdAndStateNot(long assignmentId, Source.State state);

    long countByAssignmentIdAndState(long assignmentId, Source.State state);

    @Query("select coalesce(max(s.changed), 0) from Source s where s.assignmentId = ?1")
    long lastChange(long assignmentId);

    @Query("select coalesce(max(s.position), 0) from Source s where s.assignmentId = ?1")
    int lastPosition(long assignmentId);

    @Query(value = "select nextval('source_change')", nativeQuery = true)
    long nextChange();

    /**
     * Lets this transaction end before it is on the disk. If the machine loses its power within that moment, a source is read once more; an end of
     * this program alone loses nothing.
     */
    @Query(value = "select set_config('synchronous_commit', 'off', true)", nativeQuery = true)
    String withoutWaitingForTheDisk();

    @Query("select s.path from Source s where s.assignmentId = ?1")
    List<String> paths(long assignmentId);
}
