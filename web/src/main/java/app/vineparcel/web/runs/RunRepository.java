package app.vineparcel.web.runs;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RunRepository extends JpaRepository<Run, Long> {

    List<Run> findByAssignmentIdOrderByNumberDesc(long assignmentId);

    List<Run> findByStateIn(List<Run.State> states);

    long countByAssignmentId(long assignmentId);

    @Query("select coalesce(max(r.number), 0) from Run r where r.assignmentId = ?1")
    int lastNumber(long assignmentId);
}
