package app.vineparcel.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;

/**
 * Pieces against recipes: everything that could be made, what of it is expected, and what that amounts to. An immutable value that can be asked for a
 * part; turning cells gives another that shares all that did not change. May be used from several threads.
 *
 * <p>Of several cells that are on and write to the same path the first, row by row, keeps it; the others are blocked.
 */
public final class Grid {

    private final GridAxes axes;
    private final GridCells cells;
    private final GridTotals[] totals;

    private Grid(GridAxes axes, GridCells cells, GridTotals[] totals) {
        this.axes = axes;
        this.cells = cells;
        this.totals = totals;
    }

    private static Grid of(GridAxes axes, GridCells cells) {
        GridTotals[] totals = new GridTotals[axes.columns().size()];
        for (int column = 0; column < totals.length; column++) {
            totals[column] = cells.total(column);
        }
        return new Grid(axes, cells, totals);
    }

    /**
     * A grid.
     *
     * @param planner used by nobody else
     * @param pieces with ids of their own
     * @param columns with ids of their own
     */
    public static Grid of(Planner planner, List<PlanPiece> pieces, List<PlanColumn> columns, Choices choices) {
        GridAxes axes = new GridAxes(planner, pieces, columns);
        return of(axes, GridCells.of(axes, choices, MadeWeights.NONE, null));
    }

    /**
     * A grid of other pieces, columns and choices; what is as it was is taken over from this one.
     *
     * @param planner used by nobody else; of the same assignment, day, profiles and marks as this one's
     * @param weights what was made before weighed
     */
    public Grid renewed(
            Planner planner, List<PlanPiece> pieces, List<PlanColumn> columns, Choices other, MadeWeights weights) {
        GridAxes others = new GridAxes(planner, pieces, columns);
        return of(others, GridCells.of(others, other, weights, cells));
    }

    /** The same with other choices; only what they change is worked out anew. */
    public Grid with(Choices other) {
        Set<Integer> touched = new HashSet<>();
        GridCells changed = cells.with(other, touched);
        GridTotals[] counted = totals.clone();
        touched.forEach(column -> counted[column] = changed.total(column));
        return new Grid(axes, changed, counted);
    }

    /** The pieces, in order. */
    public List<PlanPiece> rows() {
        return axes.rows();
    }

    /** The recipes within channels, in order. */
    public List<PlanColumn> columns() {
        return axes.columns();
    }

    /** What is expected, and the overrides. */
    public Choices choices() {
        return cells.choices();
    }

    /** The place of a piece, from 0; empty if there is none of that id. */
    public Optional<Integer> rowOf(String piece) {
        return axes.row(piece);
    }

    /** Whether a cell is on. */
    public boolean isOn(int row, int column) {
        return cells.on().get(axes.index(row, column));
    }

    /** Whether a recipe says anything to a piece. */
    public boolean isFor(int row, int column) {
        return cells.summary(axes.index(row, column)).isFor();
    }

    /** Whether a cell can be turned on: nothing of its own stands in its way. */
    public boolean canBeOn(int row, int column) {
        return cells.summary(axes.index(row, column)).isSound();
    }

    /** How much the worst finding of a cell that is on matters, with files that get into each other's way. */
    public Optional<Finding.Level> worst(int row, int column) {
        int index = axes.index(row, column);
        return cells.collides(index)
                ? Optional.of(Finding.Level.BLOCKER)
                : Optional.ofNullable(cells.summary(index).worst());
    }

    /** The codes of what was found in a cell. */
    public List<String> codes(int row, int column) {
        int index = axes.index(row, column);
        List<String> codes = new ArrayList<>(List.of(cells.summary(index).codes()));
        if (cells.collides(index)) {
            codes.add(Finding.SAME_PATH);
        }
        return codes;
    }

    /** The densities of a cell, with the override of its piece. */
    List<PlanColumn> steps(int row, int column) {
        return cells.densities(axes.index(row, column));
    }

    /** Where the files of a cell go, as file systems compare them; none where something stands in its way. */
    List<String> paths(int row, int column) {
        return List.of(cells.summary(axes.index(row, column)).paths());
    }

    /** How many files of a cell that is on will be made: those that overwrite no other's, where nothing else stands in its way. */
    int filesToMake(int row, int column) {
        return cells.filesToMake(axes.index(row, column));
    }

    /** The one file of a column that is made of several pieces; empty if none of its cells is on. */
    Optional<PlannedRendition> combined(int column, Map<String, List<String>> orders) {
        List<PlanPiece> pieces = new ArrayList<>();
        for (int row = 0; row < rows().size(); row++) {
            if (isOn(row, column)) {
                pieces.add(rows().get(row));
            }
        }
        return pieces.isEmpty()
                ? Optional.empty()
                : Optional.of(combined(pieces, columns().get(column), orders));
    }

    private PlannedRendition combined(List<PlanPiece> pieces, PlanColumn of, Map<String, List<String>> orders) {
        List<String> order = orders.getOrDefault(of.id(), List.of());
        pieces.sort(Comparator.comparingInt(piece -> {
            int place = order.indexOf(piece.id());
            return place < 0 ? Integer.MAX_VALUE : place;
        }));
        return axes.combined(pieces, of);
    }

    /** The place of a column, from 0; empty if there is none of that id. */
    public Optional<Integer> columnOf(String column) {
        return axes.column(column);
    }

    /** Cells that can be turned on, of some rows and some columns. */
    public List<Choices.CellKey> some(IntPredicate ofRows, IntPredicate ofColumns) {
        List<Choices.CellKey> found = new ArrayList<>();
        for (int row = 0; row < rows().size(); row++) {
            for (int column = 0; column < totals.length && ofRows.test(row); column++) {
                if (ofColumns.test(column) && canBeOn(row, column)) {
                    found.add(axes.cell(axes.index(row, column)));
                }
            }
        }
        return found;
    }

    /** Of some cells those that are on, or would be without somebody's asking for each. */
    public List<Choices.CellKey> usual(List<Choices.CellKey> some) {
        return some.stream()
                .filter(cell -> choices().isOn(cell.piece(), cell.column())
                        || !choices().onDemand().contains(cell.piece()))
                .toList();
    }

    /** Cells about which other choices say something else, as far as they are of this grid. */
    public List<Choices.CellKey> changedBy(Choices other) {
        return cells.differing(other).stream().map(axes::cell).toList();
    }

    /** One cell, in full. */
    public GridCell cell(int row, int column) {
        int index = axes.index(row, column);
        PlanPiece piece = rows().get(row);
        PlanColumn of = columns().get(column);
        return new GridCell(
                piece,
                of,
                cells.on().get(index),
                Planner.notFor(piece, of),
                cells.summary(index).isFor() ? accepted(index) : List.of(),
                cells.summary(index).isFor() ? files(index) : List.of(),
                choices().override(piece.id(), of.id()));
    }

    private List<Finding> accepted(int index) {
        Choices.CellKey cell = axes.cell(index);
        return choices().accepted().isEmpty()
                ? List.of()
                : cells.planned(index).stream()
                        .flatMap(file -> file.findings().stream())
                        .filter(finding -> choices().accepts(finding, cell.piece(), cell.column()))
                        .distinct()
                        .toList();
    }

    private PlannedRendition unaccepted(Choices.CellKey cell, PlannedRendition file) {
        return choices().accepted().isEmpty()
                ? file
                : file.finding(file.findings().stream()
                        .filter(finding -> !choices().accepts(finding, cell.piece(), cell.column()))
                        .toList());
    }

    private List<PlannedRendition> files(int index) {
        Choices.CellKey cell = axes.cell(index);
        List<PlannedRendition> files = cells.planned(index).stream()
                .map(file -> unaccepted(cell, file))
                .toList();
        if (!cells.takesPaths(index)) {
            return files;
        }
        List<PlannedRendition> checked = new ArrayList<>();
        for (int file = 0; file < files.size(); file++) {
            PlannedRendition own = files.get(file);
            checked.add(cells.isFirst(index, file) ? own : own.with(Planner.collision(cells.first(index, file), own)));
        }
        return List.copyOf(checked);
    }

    /** Rows from one to before another, cell by cell; what lies beyond the last is left out. */
    public List<List<GridCell>> window(int from, int to) {
        List<List<GridCell>> window = new ArrayList<>();
        for (int row = Math.max(0, from); row < Math.min(rows().size(), to); row++) {
            List<GridCell> cellsOf = new ArrayList<>();
            for (int column = 0; column < totals.length; column++) {
                cellsOf.add(cell(row, column));
            }
            window.add(cellsOf);
        }
        return window;
    }

    /** What a column amounts to. */
    public GridTotals totals(int column) {
        return totals[column];
    }

    /** What all of it amounts to. */
    public GridTotals totals() {
        return GridTotals.sum(List.of(totals));
    }

    /** How many pieces have a cell that is on. */
    public int piecesOn() {
        int count = 0;
        for (int row = 0; row < rows().size(); row++) {
            int next = cells.on().nextSetBit(axes.index(row, 0));
            count += next >= 0 && next < axes.index(row + 1, 0) ? 1 : 0;
        }
        return count;
    }

    /** Cells that are on and of which something of that code was found, row by row. */
    public List<Choices.CellKey> found(String code) {
        List<Choices.CellKey> found = new ArrayList<>();
        for (int index = cells.on().nextSetBit(0);
                index >= 0;
                index = cells.on().nextSetBit(index + 1)) {
            boolean own = List.of(cells.summary(index).codes()).contains(code);
            if (own || code.equals(Finding.SAME_PATH) && cells.collides(index)) {
                found.add(axes.cell(index));
            }
        }
        return found;
    }

    /** Cells that are on and would overwrite another's file. */
    public List<Choices.CellKey> collisions() {
        return cells.colliding().stream().map(axes::cell).toList();
    }

    /**
     * Everything that is expected, row by row, then what is made of several pieces.
     *
     * @param orders for columns that make one file of several pieces, the order of those that somebody put in order; others follow
     */
    public Plan selected(Map<String, List<String>> orders) {
        List<PlannedRendition> renditions = new ArrayList<>();
        Map<Integer, List<PlanPiece>> pages = new LinkedHashMap<>();
        for (int index = cells.on().nextSetBit(0);
                index >= 0;
                index = cells.on().nextSetBit(index + 1)) {
            if (Planner.combines(axes.column(index))) {
                pages.computeIfAbsent(axes.columnAt(index), key -> new ArrayList<>())
                        .add(axes.piece(index));
            } else {
                renditions.addAll(cells.planned(index));
            }
        }
        pages.forEach(
                (column, pieces) -> renditions.add(combined(pieces, columns().get(column), orders)));
        return Planner.withoutCollisions(renditions);
    }
}
