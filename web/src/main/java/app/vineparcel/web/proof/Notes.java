package app.vineparcel.web.proof;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.web.Text;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes about points of pieces, and decisions about files. */
@Service
class Notes {

    private static final int LONGEST = 500;
    private static final int LONGEST_NAME = 120;
    private static final int MOST = 200;

    private final NoteRepository notes;
    private final Verdicts verdicts;
    private final Clock clock;

    Notes(NoteRepository notes, Verdicts verdicts, Clock clock) {
        this.notes = notes;
        this.verdicts = verdicts;
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
            throw refused("proof.point-outside", "proof.click-the-picture");
        }
        if (notes.findByPieceIdOrderById(piece(piece)).size() >= MOST) {
            throw refused("proof.too-many-notes", "proof.settle-some");
        }
        notes.save(new NoteEntity(
                piece(piece), x, y, line(said, LONGEST, "proof.write-something"), name(author), clock.instant()));
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
                .orElseThrow(() -> refused("proof.note-gone", "proof.reload"));
    }

    Verdict decide(long assignment, String path, String sha256, boolean passed, String author, String said)
            throws ProblemException {
        if (!sha256.matches("[0-9a-f]{64}") || path.isBlank() || path.length() > 2000) {
            throw refused("proof.not-a-file", "proof.reload");
        }
        String why = said.isBlank() && passed ? "" : line(said, LONGEST, "proof.say-why");
        Verdict verdict = new Verdict(path, sha256, passed, name(author), why, clock.instant());
        verdicts.decide(assignment, verdict);
        return verdict;
    }

    private static String name(String author) throws ProblemException {
        return line(author, LONGEST_NAME, "proof.give-your-name");
    }

    private static String line(String text, int longest, String remedy) throws ProblemException {
        String line = text.strip().replaceAll("\\p{Cntrl}+", " ");
        if (line.isEmpty() || line.length() > longest) {
            throw refused(line.isEmpty() ? "proof.empty" : "proof.too-long", remedy);
        }
        return line;
    }

    private static long piece(String id) throws ProblemException {
        if (!id.matches("\\d{1,18}")) {
            throw refused("proof.piece-gone", "proof.reload");
        }
        return Long.parseLong(id);
    }

    private static ProblemException refused(String reason, String remedy) {
        return new ProblemException(new Problem.BadRequest(Text.of("proof.proof"), Text.of(reason), Text.of(remedy)));
    }
}
