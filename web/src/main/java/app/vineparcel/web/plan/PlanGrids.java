package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.plan.MadeWeights;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.plan.SimilarPictures;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.runs.MadeFiles;
import app.vineparcel.web.sources.Measuring;
import app.vineparcel.web.sources.PieceOrigins;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.PlanPieces;
import app.vineparcel.web.sources.StoredPiece;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** The plans of the assignments that were looked at last, each worked out once for all that it is made from. */
@Component
class PlanGrids {

    private static final int MOST_KEPT = 6;

    private final PlanRevisions revisions;
    private final PlanColumns columns;
    private final PieceService pieces;
    private final PlanPieces planPieces;
    private final Measuring measuring;
    private final SelectionService choices;
    private final Shelf shelf;
    private final Clock clock;
    private final MadeFiles files;
    private final PieceOrigins origins;
    private final PageOrders orders;
    private final TransactionTemplate reading;
    private final TransactionTemplate writing;
    private final Map<Long, Object> gates = new ConcurrentHashMap<>();
    private final Map<Long, PlanSnapshot> kept = new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, PlanSnapshot> eldest) {
            return size() > MOST_KEPT;
        }
    };

    PlanGrids(
            PlanRevisions revisions,
            PlanColumns columns,
            PieceService pieces,
            PlanPieces planPieces,
            Measuring measuring,
            SelectionService choices,
            Shelf shelf,
            Clock clock,
            MadeFiles files,
            PieceOrigins origins,
            PageOrders orders,
            PlatformTransactionManager transactions) {
        this.files = files;
        this.origins = origins;
        this.orders = orders;
        this.revisions = revisions;
        this.columns = columns;
        this.pieces = pieces;
        this.planPieces = planPieces;
        this.measuring = measuring;
        this.choices = choices;
        this.shelf = shelf;
        this.clock = clock;
        this.writing = new TransactionTemplate(transactions);
        this.reading = new TransactionTemplate(transactions);
        reading.setReadOnly(true);
        reading.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ); // all of it at one moment
    }

    /** An assignment's plan as it is now. */
    PlanSnapshot of(Assignment assignment) {
        PlanRevision revision = reading.execute(status -> revisions.of(assignment.id()));
        PlanSnapshot known = kept(assignment.id());
        if (known != null && known.revision().equals(revision)) {
            return known;
        }
        synchronized (gates.computeIfAbsent(assignment.id(), id -> new Object())) {
            return reading.execute(status -> {
                PlanSnapshot now = current(assignment);
                keep(assignment.id(), now);
                return now;
            });
        }
    }

    /** Within a transaction. */
    private PlanSnapshot current(Assignment assignment) {
        PlanRevision revision = revisions.of(assignment.id());
        PlanSnapshot known = kept(assignment.id());
        return known != null && known.revision().equals(revision) ? known : made(assignment, revision);
    }

    /** Made of what is stored; what a former plan knows of it and has not changed is taken over. */
    private PlanSnapshot made(Assignment assignment, PlanRevision revision) {
        PlanSnapshot known = kept(assignment.id());
        boolean samePieces = known != null && known.revision().samePieces(revision);
        List<StoredPiece> stored = samePieces ? List.of() : pieces.all(assignment.id());
        List<PlanPiece> rows = samePieces ? known.grid().rows() : SimilarPictures.found(planPieces.of(stored));
        List<PlanService.ShownColumn> across = columns.of(assignment.id());
        Map<String, List<String>> asking = new HashMap<>();
        if (samePieces) {
            known.rows().forEach(row -> asking.put(String.valueOf(row.id()), row.wants()));
        } else {
            stored.forEach(piece -> asking.put(String.valueOf(piece.id()), piece.wants()));
        }
        asking.values().removeIf(List::isEmpty);
        Choices chosen = RequestedRecipes.among(
                across,
                asking,
                samePieces
                        ? choices.of(
                                assignment.id(),
                                known.rows().stream().map(PieceRow::id).toList(),
                                known.grid().choices().onDemand())
                        : choices.of(assignment.id(), stored));
        Planner planner = new Planner(assignment.name(), LocalDate.now(clock), shelf);
        List<PlanColumn> recipes =
                across.stream().map(PlanService.ShownColumn::column).toList();
        List<PieceRow> pieceRows = samePieces ? known.rows() : rows(stored, rows);
        Map<Choices.CellKey, List<MadeFile>> made = files.of(assignment.id());
        MadeWeights weights = new MadeWeights(
                made, pieceRows.stream().collect(Collectors.toMap(row -> String.valueOf(row.id()), PieceRow::source)));
        Grid before = known != null && known.revision().sameAround(revision)
                ? known.grid()
                : Grid.of(planner, List.of(), List.of(), Choices.ALL);
        return PlanSnapshot.of(
                revision,
                before.renewed(planner, rows, recipes, chosen, weights),
                across,
                pieceRows,
                made,
                orders.of(assignment.id()),
                shelf);
    }

    private List<PieceRow> rows(List<StoredPiece> stored, List<PlanPiece> planned) {
        Map<Long, PieceOrigins.Origin> from = origins.of(stored);
        Map<Long, String> keys = new HashMap<>();
        from.forEach((piece, origin) -> keys.put(piece, origin.picture()));
        Map<String, StoredPiece> byId = new HashMap<>();
        stored.forEach(piece -> byId.put(String.valueOf(piece.id()), piece));
        measuring.want(
                planned.stream()
                        .filter(piece -> piece.known().facts().isEmpty())
                        .flatMap(piece -> Stream.ofNullable(byId.get(piece.id())))
                        .toList(),
                keys);
        return planned.stream()
                .map(row -> byId.get(row.id()))
                .map(piece -> row(piece, keys.get(piece.id()), from.get(piece.id())))
                .toList();
    }

    private static PieceRow row(StoredPiece piece, String key, PieceOrigins.Origin origin) {
        return new PieceRow(
                piece.id(),
                piece.name(),
                piece.ownName(),
                piece.isRenamed() ? piece.name() : null,
                piece.sizeWords(),
                piece.kind().word(),
                piece.kind() != Piece.Kind.PICTURE && piece.kind() != Piece.Kind.PAGE,
                key,
                origin.folder(),
                origin.word(),
                origin.missing(),
                piece.wants());
    }

    private synchronized PlanSnapshot kept(long assignmentId) {
        return kept.get(assignmentId);
    }

    private synchronized void keep(long assignmentId, PlanSnapshot snapshot) {
        kept.put(assignmentId, snapshot);
    }

    /** Changes a plan; whoever else does so at the same time waits. */
    PlanSnapshot change(Assignment assignment, UnaryOperator<PlanSnapshot> change) {
        PlanSnapshot after = writing.execute(status -> {
            choices.waitForTurn(assignment.id());
            return change.apply(current(assignment));
        });
        keep(assignment.id(), after);
        return after;
    }

    /** What a plan would be with other columns instead of its own; nothing is kept of it. */
    Grid tried(Assignment assignment, PlanSnapshot plan, List<PlanColumn> others) {
        Planner planner = new Planner(assignment.name(), LocalDate.now(clock), shelf);
        return plan.grid()
                .renewed(planner, plan.grid().rows(), others, plan.grid().choices(), MadeWeights.NONE);
    }

    /** The plan after other choices were written, within the transaction that did so. */
    PlanSnapshot chosen(Assignment assignment, PlanSnapshot before, Choices other) {
        return before.with(other, revisions.of(assignment.id()));
    }

    /** The plan after anything else was written, within the transaction that did so. */
    PlanSnapshot anew(Assignment assignment) {
        return made(assignment, revisions.of(assignment.id()));
    }
}
