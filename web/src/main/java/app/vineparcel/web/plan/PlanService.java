package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.PlanPieces;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Plans an assignment's pieces against all channels. */
@Service
class PlanService {

    /** A recipe within a channel, as a column of the plan. */
    record Column(Choice.Column key, ChannelService.Band band, StoredRecipe stored, PlanColumn column) {

        /** Whether all of its pieces go into one file. */
        boolean combines() {
            return Planner.combines(column);
        }
    }

    private final PieceService pieces;
    private final PlanPieces planPieces;
    private final ChannelService channels;
    private final Shelf shelf;
    private final ChoiceService kept;
    private final Clock clock;

    PlanService(
            PieceService pieces,
            PlanPieces planPieces,
            ChannelService channels,
            Shelf shelf,
            ChoiceService kept,
            Clock clock) {
        this.kept = kept;
        this.shelf = shelf;
        this.pieces = pieces;
        this.planPieces = planPieces;
        this.channels = channels;
        this.clock = clock;
    }

    List<Column> columns() {
        List<Column> columns = new ArrayList<>();
        for (ChannelService.Band band : channels.bands()) {
            for (ChannelService.Use use : band.uses()) {
                StoredRecipe stored = use.recipe();
                Choice.Column key = new Choice.Column(band.channel().id(), stored.id());
                PlanColumn column = new PlanColumn(
                        key.key(),
                        stored.recipe(),
                        band.channel().name(),
                        band.channel().folder(),
                        band.channel().rules(),
                        use.placement(),
                        1);
                columns.add(new Column(key, band, stored, column));
            }
        }
        return columns;
    }

    /** What can be rendered, in order. */
    List<PlanPiece> pieces(long assignmentId) {
        return planPieces.of(pieces.all(assignmentId));
    }

    /** How many there are. */
    long count(long assignmentId) {
        return pieces.count(assignmentId);
    }

    /**
     * A cell.
     *
     * @param on whether it is wanted
     * @param files what it makes; of a column that makes one file of all pieces its page only
     * @param override the clauses in which this piece is treated otherwise
     */
    record Cell(Column column, boolean on, List<PlannedRendition> files, Optional<PieceOverride> override) {}

    /** Every cell, row by row, with collisions among those that are on. */
    List<Cell> everything(Assignment assignment, List<PlanPiece> rows, List<Column> columns, Choices choices) {
        Planner planner = planner(assignment);
        List<Cell> cells = new ArrayList<>();
        List<PlannedRendition> files = new ArrayList<>();
        for (PlanPiece piece : rows) {
            for (Column column : columns) {
                PlanColumn own = choices.column(piece, column.column());
                List<PlannedRendition> made = column.combines()
                        ? List.of(planner.plan(piece, own))
                        : own.ladder().stream()
                                .map(step -> planner.plan(piece, step))
                                .toList();
                Cell cell = new Cell(
                        column,
                        choices.isOn(piece.id(), column.key().key()),
                        made,
                        choices.override(piece.id(), column.key().key()));
                if (collides(cell)) {
                    files.addAll(made);
                }
                cells.add(cell);
            }
        }
        return withCollisions(cells, files);
    }

    /** Whether its files can be in the way of others'. */
    private static boolean collides(Cell cell) {
        return cell.on() && !cell.column().combines() && cell.files().stream().allMatch(PlannedRendition::canBeMade);
    }

    private static List<Cell> withCollisions(List<Cell> cells, List<PlannedRendition> files) {
        Iterator<PlannedRendition> checked =
                Planner.withoutCollisions(files).renditions().iterator();
        List<Cell> all = new ArrayList<>();
        for (Cell cell : cells) {
            List<PlannedRendition> own = collides(cell)
                    ? cell.files().stream().map(file -> checked.next()).toList()
                    : cell.files();
            all.add(new Cell(cell.column(), cell.on(), own, cell.override()));
        }
        return all;
    }

    /** The chosen cells, row by row, with collisions among them; what goes into one file is in the order of the choice. */
    Plan chosen(Assignment assignment, Choice choice) throws ProblemException {
        Planner planner = planner(assignment);
        Choices choices = kept.of(assignment.id());
        List<Column> columns = columns();
        List<PlanPiece> rows = pieces(assignment.id());
        List<PlannedRendition> renditions = new ArrayList<>();
        for (PlanPiece piece : rows) {
            for (Column column : columns) {
                if (!column.combines() && choice.has(column.key(), Long.parseLong(piece.id()))) {
                    choices.column(piece, column.column())
                            .ladder()
                            .forEach(step -> renditions.add(planner.plan(piece, step)));
                }
            }
        }
        Map<Long, PlanPiece> byId = new HashMap<>();
        rows.forEach(piece -> byId.put(Long.parseLong(piece.id()), piece));
        for (Column column : columns) {
            List<PlanPiece> pages = choice.of(column.key()).stream()
                    .map(byId::get)
                    .filter(Objects::nonNull)
                    .toList();
            if (column.combines() && !pages.isEmpty()) {
                renditions.add(planner.combined(pages, column.column()));
            }
        }
        if (renditions.isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    "The plan", "What was chosen is no longer there.", "Reload the page and choose again."));
        }
        return Planner.withoutCollisions(renditions);
    }

    private Planner planner(Assignment assignment) {
        return new Planner(assignment.name(), LocalDate.now(clock), shelf);
    }
}
