package app.vineparcel.web.sources;

import app.vineparcel.core.source.Piece;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface StoredPieceRepository extends JpaRepository<StoredPieceEntity, Long> {

    List<StoredPieceEntity> findBySourceIdOrderByPosition(long sourceId);

    List<StoredPieceEntity> findByAssignmentIdAndPresentTrueOrderByPosition(long assignmentId);

    List<StoredPieceEntity> findByAssignmentIdAndKindOrderByPosition(long assignmentId, Piece.Kind kind);

    List<StoredPieceEntity> findByIdIn(Collection<Long> ids);

    long countByAssignmentIdAndPresentTrue(long assignmentId);

    @Query("select coalesce(max(p.position), 0) from StoredPiece p where p.sourceId = ?1")
    int lastPosition(long sourceId);
}
