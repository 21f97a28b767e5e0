package app.vineparcel.core.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The rows and columns of a grid, each prepared once, and who works out what is where they meet. Cells are numbered row by row from 0. */
final class GridAxes {

    private final Planner planner;
    private final List<PlanPiece> rows;
    private final List<PlanColumn> columns;
    private final List<List<PlanColumn>> ladders;
    private final Map<String, Integer> rowOf = new HashMap<>();
    private final Map<String, Integer> columnOf = new HashMap<>();

    GridAxes(Planner planner, List<PlanPiece> rows, List<PlanColumn> columns) {
        this.planner = planner;
        this.rows = List.copyOf(rows);
        this.columns = List.copyOf(columns);
        this.ladders = columns.stream().map(GridAxes::steps).toList();
        rows.forEach(piece -> rowOf.put(piece.id(), rowOf.size()));
        columns.forEach(column -> columnOf.put(column.id(), columnOf.size()));
    }

    /** Every density of a column; one that makes one file of all pieces has no ladder. */
    static List<PlanColumn> steps(PlanColumn column) {
        return Planner.combines(column) ? List.of(column) : column.ladder();
    }

    List<PlanPiece> rows() {
        return rows;
    }

    List<PlanColumn> columns() {
        return columns;
    }

    int size() {
        return rows.size() * columns.size();
    }

    int index(int row, int column) {
        return row * columns.size() + column;
    }

    int rowAt(int index) {
        return index / columns.size();
    }

    int columnAt(int index) {
        return index % columns.size();
    }

    PlanPiece piece(int index) {
        return rows.get(rowAt(index));
    }

    PlanColumn column(int index) {
        return columns.get(columnAt(index));
    }

    Choices.CellKey cell(int index) {
        return new Choices.CellKey(piece(index).id(), column(index).id());
    }

    Optional<Integer> row(String piece) {
        return Optional.ofNullable(rowOf.get(piece));
    }

    Optional<Integer> column(String id) {
        return Optional.ofNullable(columnOf.get(id));
    }

    /** Of each row, where the very same piece is among other rows; −1 where it is not. */
    int[] rowsIn(GridAxes other) {
        return rows.stream()
                .mapToInt(piece -> other.row(piece.id())
                        .filter(row -> other.rows.get(row).equals(piece))
                        .orElse(-1))
                .toArray();
    }

    /** Of each column, where the very same is among others; −1 where it is not. */
    int[] columnsIn(GridAxes other) {
        return columns.stream()
                .mapToInt(column -> other.column(column.id())
                        .filter(at -> other.columns.get(at).equals(column))
                        .orElse(-1))
                .toArray();
    }

    /** The densities of a cell, unless something is otherwise in it. */
    List<PlanColumn> ladder(int index) {
        return ladders.get(columnAt(index));
    }

    /** The files of a cell, in these densities. */
    List<PlannedRendition> planned(int index, List<PlanColumn> densities) {
        synchronized (planner) {
            return densities.stream()
                    .map(step -> planner.plan(piece(index), step))
                    .toList();
        }
    }

    /** One file of several pieces, in their order. */
    PlannedRendition combined(List<PlanPiece> pieces, PlanColumn column) {
        synchronized (planner) {
            return planner.combined(pieces, column);
        }
    }
}
