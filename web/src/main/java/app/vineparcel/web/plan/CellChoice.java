package app.vineparcel.web.plan;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import org.jspecify.annotations.Nullable;

/** What somebody chose for one cell of the plan; a cell that nobody touched is on, as its recipe says. */
@Entity
class CellChoice {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long pieceId;
    private long channelId;
    private long recipeId;
    private boolean wanted = true;
    private @Nullable String otherwise;

    /** For Hibernate. */
    protected CellChoice() {}

    long pieceId() {
        return pieceId;
    }

    Choice.Column column() {
        return new Choice.Column(channelId, recipeId);
    }

    boolean wanted() {
        return wanted;
    }

    /** A recipe file with the clauses that are otherwise. */
    @Nullable
    String otherwise() {
        return otherwise;
    }
}
