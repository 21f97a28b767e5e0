package app.vineparcel.web.proof;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What is kept of a note. */
@Entity(name = "ProofNote")
class NoteEntity {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long pieceId;
    private double x;
    private double y;
    private String said = "";
    private boolean settled;
    private String author = "";
    private Instant writtenAt = Instant.EPOCH;

    /** For Hibernate. */
    protected NoteEntity() {}

    NoteEntity(long pieceId, double x, double y, String said, String author, Instant writtenAt) {
        this.pieceId = pieceId;
        this.x = x;
        this.y = y;
        this.said = said;
        this.author = author;
        this.writtenAt = writtenAt;
    }

    void settle(boolean now) {
        settled = now;
    }

    long pieceId() {
        return pieceId;
    }

    Note note() {
        return new Note(id == null ? 0 : id, x, y, said, settled, author, writtenAt);
    }
}
