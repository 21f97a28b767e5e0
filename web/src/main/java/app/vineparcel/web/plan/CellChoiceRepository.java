package app.vineparcel.web.plan;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface CellChoiceRepository extends JpaRepository<CellChoice, Long> {

    List<CellChoice> findByPieceIdIn(Collection<Long> pieces);

    /** Waits until nobody else changes the choices of an assignment; holds to the end of the transaction. */
    @Query(value = "select 1 from pg_advisory_xact_lock(cast(:assignmentId as bigint))", nativeQuery = true)
    int waitForTurn(long assignmentId);
}
