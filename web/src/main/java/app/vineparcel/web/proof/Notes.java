package app.vineparcel.web.proof;

import app.vineparcel.core.ProblemException;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes about points of pieces. */
@Service
class Notes {

    private static final int MOST = 200;

    private final NoteRepository notes;
    private final Clock clock;

    Notes(NoteRepository notes, Clock clock) {
        this.notes = notes;
        this.clock = clock;
    }

    /** Those of a piece, in the order in which they were written. */
    List<Note> of(String piece) throws ProblemException {
        return notes.findByPieceIdOrderById(piece(piece)).stream()
                .map(NoteEntity::note)
                .toList();
    }

    @Transactional
    List<Note> write(String piece, double x, double y, String said, String author) throws ProblemException {
        if (!(x >= 0 && x <= 1 && y >= 0 && y <= 1)) {
            throw Line.refused("proof.point-outside", "proof.click-the-picture");
        }
        if (notes.findByPieceIdOrderById(piece(piece)).size() >= MOST) {
            throw Line.refused("proof.too-many-notes", "proof.settle-some");
        }
        notes.save(new NoteEntity(
                piece(piece), x, y, Line.text(said, "proof.write-something"), Line.name(author), clock.instant()));
        return of(piece);
    }

    @Transactional
    List<Note> settle(String piece, long id, boolean settled) throws ProblemException {
        found(piece, id).settle(settled);
        return of(piece);
    }

    @Transactional
    List<Note> remove(String piece, long id) throws ProblemException {
        notes.delete(found(piece, id));
        return of(piece);
    }

    private NoteEntity found(String piece, long id) throws ProblemException {
        long of = piece(piece);
        return notes.findById(id)
                .filter(note -> note.pieceId() == of)
                .orElseThrow(() -> Line.refused("proof.note-gone", "proof.reload"));
    }

    private static long piece(String id) throws ProblemException {
        if (!id.matches("\\d{1,18}")) {
            throw Line.refused("proof.piece-gone", "proof.reload");
        }
        return Long.parseLong(id);
    }
}
