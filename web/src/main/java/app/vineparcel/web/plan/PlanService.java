package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
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
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
    private final Clock clock;

    PlanService(PieceService pieces, PlanPieces planPieces, ChannelService channels, Shelf shelf, Clock clock) {
        this.shelf = shelf;
        this.pieces = pieces;
        this.planPieces = planPieces;
        this.channels = channels;
        this.clock = clock;
    }

    List<Column> columns() {
        List<Column> columns = new ArrayList<>();
        for (ChannelService.Band band : channels.bands()) {
            for (StoredRecipe stored : band.recipes()) {
                Choice.Column key = new Choice.Column(band.channel().id(), stored.id());
                PlanColumn column = new PlanColumn(
                        key.channelId() + "." + key.recipeId(),
                        stored.recipe(),
                        band.channel().name(),
                        band.channel().folder(),
                        band.channel().rules());
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

    /** The files of every cell, row by row; a cell of a column that makes one file of all pieces has its page only. */
    List<List<PlannedRendition>> everything(Assignment assignment, List<PlanPiece> rows, List<Column> columns) {
        Planner planner = planner(assignment);
        List<PlannedRendition> files = new ArrayList<>();
        List<List<Integer>> cells = new ArrayList<>();
        Map<Integer, PlannedRendition> pages = new HashMap<>();
        for (PlanPiece piece : rows) {
            for (Column column : columns) {
                List<Integer> cell = new ArrayList<>();
                if (column.combines()) {
                    pages.put(cells.size(), planner.plan(piece, column.column()));
                } else {
                    for (PlanColumn step : column.column().ladder()) {
                        cell.add(files.size());
                        files.add(planner.plan(piece, step));
                    }
                }
                cells.add(cell);
            }
        }
        Plan checked = Planner.withoutCollisions(files);
        List<List<PlannedRendition>> all = new ArrayList<>();
        for (int i = 0; i < cells.size(); i++) {
            all.add(
                    pages.containsKey(i)
                            ? List.of(pages.get(i))
                            : cells.get(i).stream()
                                    .map(checked.renditions()::get)
                                    .toList());
        }
        return all;
    }

    /** The chosen cells, row by row, with collisions among them; what goes into one file is in the order of the choice. */
    Plan chosen(Assignment assignment, Choice choice) throws ProblemException {
        Planner planner = planner(assignment);
        List<Column> columns = columns();
        List<PlanPiece> rows = pieces(assignment.id());
        List<PlannedRendition> renditions = new ArrayList<>();
        for (PlanPiece piece : rows) {
            for (Column column : columns) {
                if (!column.combines() && choice.has(column.key(), Long.parseLong(piece.id()))) {
                    column.column().ladder().forEach(step -> renditions.add(planner.plan(piece, step)));
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
