package app.vineparcel.web.proof;

import java.util.List;
import org.springframework.data.repository.CrudRepository;

/** The notes. */
interface NoteRepository extends CrudRepository<NoteEntity, Long> {

    List<NoteEntity> findByPieceIdOrderById(long pieceId);
}
