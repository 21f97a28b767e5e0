package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Pieces to try things on: all of every assignment. */
@Component
public class SamplePieces {

    /** How many of a large assignment are offered. */
    private static final int MOST_OFFERED = 400;

    /** Pieces to choose from. */
    public record Group(Assignment assignment, List<StoredPiece> pieces) {}

    /** A piece and the name of its assignment. */
    public record Chosen(PlanPiece piece, String assignment) {}

    private final AssignmentService assignments;
    private final PieceService pieces;
    private final PlanPieces planPieces;

    SamplePieces(AssignmentService assignments, PieceService pieces, PlanPieces planPieces) {
        this.assignments = assignments;
        this.pieces = pieces;
        this.planPieces = planPieces;
    }

    /** What can be chosen; assignments without pieces are left out. */
    public List<Group> groups() {
        return filled().toList();
    }

    /** The newest assignment that has pieces; others are not read. */
    public Optional<Group> newest() {
        return filled().findFirst();
    }

    private Stream<Group> filled() {
        return assignments.all().stream()
                .map(assignment -> new Group(
                        assignment,
                        pieces.all(assignment.id()).stream().limit(MOST_OFFERED).toList()))
                .filter(group -> !group.pieces().isEmpty());
    }

    /** A piece and those behind it in its assignment, begun again from the front where there are too few; empty if it is gone. */
    public List<Chosen> from(long pieceId, int count) {
        try {
            StoredPiece first = pieces.get(pieceId);
            Assignment assignment = assignments.get(first.assignmentId());
            List<StoredPiece> all = pieces.all(assignment.id());
            int at = all.stream().map(StoredPiece::id).toList().indexOf(pieceId);
            return at < 0 ? List.of() : from(assignment, all, at, count);
        } catch (ProblemException gone) {
            return List.of();
        }
    }

    private List<Chosen> from(Assignment assignment, List<StoredPiece> all, int first, int count) {
        List<StoredPiece> near = new ArrayList<>();
        for (int i = 0; i < Math.min(all.size(), count); i++) {
            near.add(all.get((first + i) % all.size()));
        }
        PlanPieces.Lookup lookup = planPieces.lookup(near);
        List<Chosen> chosen = new ArrayList<>();
        for (int i = 0; i < all.size() && chosen.size() < count; i++) {
            int at = (first + i) % all.size();
            Optional<PlanPiece> piece = lookup.piece(all.get(at), at + 1);
            piece.ifPresent(one -> chosen.add(new Chosen(one, assignment.name())));
        }
        return chosen;
    }
}
