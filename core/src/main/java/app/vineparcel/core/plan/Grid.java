package app.vineparcel.core.plan;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.IntPredicate;

/**
 * Pieces against recipes: everything that could be made, what of it is wanted, and what that amounts to. An immutable value that can be asked for a
 * part; turning cells gives another that shares all that did not change. May be used from several threads.
 *
 * <p>Of several cells that are on and write to the same path the first, row by row, keeps it; the others are blocked.
 */
public final class Grid {

    private final Planner planner;
    private final List<PlanPiece> rows;
    private final List<PlanColumn> columns;
    private final List<List<PlanColumn>> ladders;
    private final Map<String, Integer> rowOf;
    private final Map<String, Integer> columnOf;
    private final Choices choices;
    private final Map<Choices.Cell, List<PlanColumn>> overridden;
    private final CellSummary[] cells;
    private final BitSet on;
    private final PathTakers takers;
    private final GridTotals[] totals;

    private Grid(
            Planner planner,
            List<PlanPiece> rows,
            List<PlanColumn> columns,
            List<List<PlanColumn>> ladders,
            Map<String, Integer> rowOf,
            Map<String, Integer> columnOf,
            Choices choices,
            Map<Choices.Cell, List<PlanColumn>> overridden,
            CellSummary[] cells,
            BitSet on,
            PathTakers takers,
            GridTotals[] totals) {
        this.planner = planner;
        this.rows = rows;
        this.columns = columns;
        this.ladders = ladders;
        this.rowOf = rowOf;
        this.columnOf = columnOf;
        this.choices = choices;
        this.overridden = overridden;
        this.cells = cells;
        this.on = on;
        this.takers = takers;
        this.totals = totals;
    }

    /**
     * A grid.
     *
     * @param planner used by nobody else
     * @param pieces with ids of their own
     * @param columns with ids of their own
     */
    public static Grid of(Planner planner, List<PlanPiece> pieces, List<PlanColumn> columns, Choices choices) {
        Map<String, Integer> rowOf = new HashMap<>();
        pieces.forEach(piece -> rowOf.put(piece.id(), rowOf.size()));
        Map<String, Integer> columnOf = new HashMap<>();
        columns.forEach(column -> columnOf.put(column.id(), columnOf.size()));
        Grid empty = new Grid(
                planner,
                List.copyOf(pieces),
                List.copyOf(columns),
                columns.stream().map(Grid::steps).toList(),
                rowOf,
                columnOf,
                choices,
                new HashMap<>(),
                new CellSummary[pieces.size() * columns.size()],
                new BitSet(),
                PathTakers.none(),
                new GridTotals[columns.size()]);
        return empty.filled();
    }

    /** Every density of a column; one that makes one file of all pieces has no ladder. */
    private static List<PlanColumn> steps(PlanColumn column) {
        return Planner.combines(column) ? List.of(column) : column.ladder();
    }

    private Grid filled() {
        for (int index = 0; index < cells.length; index++) {
            cells[index] = summary(index, choices, overridden);
            on.set(index, isOn(index, choices));
        }
        for (int index = 0; index < cells.length; index++) {
            if (takesPaths(index, on, cells)) {
                takers.add(index, cells[index].paths());
            }
        }
        for (int column = 0; column < columns.size(); column++) {
            totals[column] = total(column);
        }
        return this;
    }

    private boolean isOn(int index, Choices chosen) {
        return cells[index].isFor()
                && chosen.isOn(piece(index).id(), column(index).id());
    }

    private PlanPiece piece(int index) {
        return rows.get(index / columns.size());
    }

    private PlanColumn column(int index) {
        return columns.get(index % columns.size());
    }

    private CellSummary summary(int index, Choices chosen, Map<Choices.Cell, List<PlanColumn>> known) {
        PlanPiece piece = piece(index);
        PlanColumn column = column(index);
        Optional<PieceOverride> override = chosen.override(piece.id(), column.id());
        if (override.isPresent()) {
            Choices.Cell cell = new Choices.Cell(piece.id(), column.id());
            known.put(cell, steps(column.with(override.get().over(column.recipe()))));
        }
        return Planner.notFor(piece, column).isPresent() ? CellSummary.NOT_FOR : CellSummary.of(planned(index, known));
    }

    private List<PlannedRendition> planned(int index, Map<Choices.Cell, List<PlanColumn>> known) {
        PlanPiece piece = piece(index);
        List<PlanColumn> steps = known.isEmpty()
                ? null
                : known.get(new Choices.Cell(piece.id(), column(index).id()));
        synchronized (planner) {
            return (steps == null ? ladders.get(index % columns.size()) : steps)
                    .stream().map(step -> planner.plan(piece, step)).toList();
        }
    }

    private boolean takesPaths(int index, BitSet chosen, CellSummary[] all) {
        return chosen.get(index) && all[index].isSound() && !Planner.combines(column(index));
    }

    /** The same with other choices; only what they change is worked out anew. */
    public Grid with(Choices other) {
        CellSummary[] otherCells = cells.clone();
        BitSet otherOn = (BitSet) on.clone();
        PathTakers otherTakers = takers.copy();
        Map<Choices.Cell, List<PlanColumn>> otherOverridden = new HashMap<>(overridden);
        Set<Integer> touched = new HashSet<>();
        Set<String> paths = new HashSet<>();
        for (int index : differing(other)) {
            if (takesPaths(index, otherOn, otherCells)) {
                otherTakers.remove(index, otherCells[index].paths());
                paths.addAll(List.of(otherCells[index].paths()));
            }
            Choices.Cell cell =
                    new Choices.Cell(piece(index).id(), column(index).id());
            boolean otherwise =
                    !choices.override(cell.piece(), cell.column()).equals(other.override(cell.piece(), cell.column()));
            if (otherwise) {
                otherOverridden.remove(cell);
                otherCells[index] = summary(index, other, otherOverridden);
            }
            otherOn.set(index, otherCells[index].isFor() && other.isOn(cell.piece(), cell.column()));
            if (takesPaths(index, otherOn, otherCells)) {
                otherTakers.add(index, otherCells[index].paths());
                paths.addAll(List.of(otherCells[index].paths()));
            }
            touched.add(index % columns.size());
        }
        takers.cells(paths).forEach(cell -> touched.add(cell % columns.size()));
        otherTakers.cells(paths).forEach(cell -> touched.add(cell % columns.size()));
        Grid changed = new Grid(
                planner,
                rows,
                columns,
                ladders,
                rowOf,
                columnOf,
                other,
                otherOverridden,
                otherCells,
                otherOn,
                otherTakers,
                totals.clone());
        touched.forEach(column -> changed.totals[column] = changed.total(column));
        return changed;
    }

    /** Cells about which the choices say something else. */
    private List<Integer> differing(Choices other) {
        Set<Choices.Cell> named = new HashSet<>();
        for (Choices one : List.of(choices, other)) {
            named.addAll(one.off());
            named.addAll(one.on());
            named.addAll(one.overrides().keySet());
        }
        List<Integer> found = new ArrayList<>();
        for (Choices.Cell cell : named) {
            Integer row = rowOf.get(cell.piece());
            Integer column = columnOf.get(cell.column());
            boolean differs = choices.isOn(cell.piece(), cell.column()) != other.isOn(cell.piece(), cell.column())
                    || !Objects.equals(
                            choices.overrides().get(cell), other.overrides().get(cell));
            if (row != null && column != null && differs) {
                found.add(row * columns.size() + column);
            }
        }
        return found;
    }

    private boolean collides(int index) {
        return takesPaths(index, on, cells)
                && !takers.late(List.of(index), cells).isEmpty();
    }

    private boolean isFirst(int index, int file) {
        return takers.isFirst(index, file, cells[index].paths()[file]);
    }

    private GridTotals total(int column) {
        boolean combines = Planner.combines(columns.get(column));
        int renditions = 0;
        long bytes = 0;
        int wanted = 0;
        boolean blocked = false;
        Map<Finding.Level, Integer> levels = new EnumMap<>(Finding.Level.class);
        SortedMap<String, Integer> codes = new TreeMap<>();
        for (int index = column; index < cells.length; index += columns.size()) {
            if (!on.get(index)) {
                continue;
            }
            CellSummary cell = cells[index];
            wanted++;
            boolean collides = false;
            for (int file = 0; file < cell.bytes().length && cell.isSound(); file++) {
                boolean first = combines || isFirst(index, file);
                collides |= !first;
                renditions += first && !combines ? 1 : 0;
                bytes += first ? cell.bytes()[file] : 0;
            }
            blocked |= !cell.isSound();
            Finding.Level worst = collides ? Finding.Level.BLOCKER : cell.worst();
            if (worst != null) {
                levels.merge(worst, 1, Integer::sum);
            }
            for (String code : cell.codes()) {
                codes.merge(code, 1, Integer::sum);
            }
            if (collides) {
                codes.merge(Finding.SAME_PATH, 1, Integer::sum);
            }
        }
        if (combines) {
            renditions = wanted > 0 && !blocked ? 1 : 0;
            bytes = blocked ? 0 : bytes;
        }
        return new GridTotals(renditions, bytes, wanted, levels, codes);
    }

    /** The pieces, in order. */
    public List<PlanPiece> rows() {
        return rows;
    }

    /** The recipes within channels, in order. */
    public List<PlanColumn> columns() {
        return columns;
    }

    /** What is wanted, and what is otherwise. */
    public Choices choices() {
        return choices;
    }

    /** The place of a piece, from 0; empty if there is none of that id. */
    public Optional<Integer> rowOf(String piece) {
        return Optional.ofNullable(rowOf.get(piece));
    }

    /** Whether a cell is on. */
    public boolean isOn(int row, int column) {
        return on.get(row * columns.size() + column);
    }

    /** Whether a recipe says anything to a piece. */
    public boolean isFor(int row, int column) {
        return cells[row * columns.size() + column].isFor();
    }

    /** Whether a cell can be turned on: nothing of its own stands in its way. */
    public boolean canBeOn(int row, int column) {
        return cells[row * columns.size() + column].isSound();
    }

    /** How much the worst finding of a cell that is on matters, with files that get into each other's way. */
    public Optional<Finding.Level> worst(int row, int column) {
        int index = row * columns.size() + column;
        return collides(index) ? Optional.of(Finding.Level.BLOCKER) : Optional.ofNullable(cells[index].worst());
    }

    /** The codes of what was found in a cell. */
    public List<String> codes(int row, int column) {
        int index = row * columns.size() + column;
        List<String> codes = new ArrayList<>(List.of(cells[index].codes()));
        if (collides(index)) {
            codes.add(Finding.SAME_PATH);
        }
        return codes;
    }

    /** The densities of a cell, with what is otherwise for its piece. */
    List<PlanColumn> steps(int row, int column) {
        List<PlanColumn> own = overridden.isEmpty()
                ? null
                : overridden.get(
                        new Choices.Cell(rows.get(row).id(), columns.get(column).id()));
        return own == null ? ladders.get(column) : own;
    }

    /** Where the files of a cell go, as file systems compare them; none where something stands in its way. */
    List<String> paths(int row, int column) {
        return List.of(cells[row * columns.size() + column].paths());
    }

    /** The place of a column, from 0; empty if there is none of that id. */
    public Optional<Integer> columnOf(String column) {
        return Optional.ofNullable(columnOf.get(column));
    }

    /** Cells that can be turned on, of some rows and some columns. */
    public List<Choices.Cell> some(IntPredicate ofRows, IntPredicate ofColumns) {
        List<Choices.Cell> found = new ArrayList<>();
        for (int row = 0; row < rows.size(); row++) {
            for (int column = 0; column < columns.size() && ofRows.test(row); column++) {
                if (ofColumns.test(column) && canBeOn(row, column)) {
                    found.add(new Choices.Cell(
                            rows.get(row).id(), columns.get(column).id()));
                }
            }
        }
        return found;
    }

    /** Of some cells those that are on, or would be without somebody's asking for each. */
    public List<Choices.Cell> usual(List<Choices.Cell> some) {
        return some.stream()
                .filter(cell -> choices.isOn(cell.piece(), cell.column())
                        || !choices.onDemand().contains(cell.piece()))
                .toList();
    }

    /** Cells about which other choices say something else, as far as they are of this grid. */
    public List<Choices.Cell> changedBy(Choices other) {
        return differing(other).stream()
                .map(index -> new Choices.Cell(piece(index).id(), column(index).id()))
                .toList();
    }

    /** One cell, in full. */
    public GridCell cell(int row, int column) {
        int index = row * columns.size() + column;
        PlanPiece piece = rows.get(row);
        PlanColumn of = columns.get(column);
        return new GridCell(
                piece,
                of,
                on.get(index),
                Planner.notFor(piece, of),
                cells[index].isFor() ? files(index) : List.of(),
                choices.override(piece.id(), of.id()));
    }

    private List<PlannedRendition> files(int index) {
        List<PlannedRendition> files = planned(index, overridden);
        if (!takesPaths(index, on, cells)) {
            return files;
        }
        List<PlannedRendition> checked = new ArrayList<>();
        for (int file = 0; file < files.size(); file++) {
            PlannedRendition own = files.get(file);
            checked.add(isFirst(index, file) ? own : own.with(Planner.collision(first(index, file), own)));
        }
        return List.copyOf(checked);
    }

    private PlannedRendition first(int index, int file) {
        String path = cells[index].paths()[file];
        return planned(takers.firstCell(path), overridden).get(takers.firstFile(path));
    }

    /** Rows from one to before another, cell by cell; what lies beyond the last is left out. */
    public List<List<GridCell>> window(int from, int to) {
        List<List<GridCell>> window = new ArrayList<>();
        for (int row = Math.max(0, from); row < Math.min(rows.size(), to); row++) {
            List<GridCell> cellsOf = new ArrayList<>();
            for (int column = 0; column < columns.size(); column++) {
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
        for (int row = 0; row < rows.size(); row++) {
            int next = on.nextSetBit(row * columns.size());
            count += next >= 0 && next < (row + 1) * columns.size() ? 1 : 0;
        }
        return count;
    }

    /** Cells that are on and would overwrite another's file. */
    public List<Choices.Cell> collisions() {
        List<Integer> taking = on.stream()
                .filter(index -> takesPaths(index, on, cells))
                .boxed()
                .toList();
        return takers.late(taking, cells).stream()
                .map(index -> new Choices.Cell(piece(index).id(), column(index).id()))
                .toList();
    }

    /**
     * Everything that is wanted, row by row, then what is made of several pieces.
     *
     * @param orders for columns that make one file of several pieces, the order of those that somebody put in order; others follow
     */
    public Plan selected(Map<String, List<String>> orders) {
        List<PlannedRendition> renditions = new ArrayList<>();
        Map<Integer, List<PlanPiece>> pages = new LinkedHashMap<>();
        for (int index = on.nextSetBit(0); index >= 0; index = on.nextSetBit(index + 1)) {
            if (Planner.combines(column(index))) {
                pages.computeIfAbsent(index % columns.size(), key -> new ArrayList<>())
                        .add(piece(index));
            } else {
                renditions.addAll(planned(index, overridden));
            }
        }
        pages.forEach((column, pieces) -> {
            PlanColumn of = columns.get(column);
            List<String> order = orders.getOrDefault(of.id(), List.of());
            pieces.sort(Comparator.comparingInt(piece -> {
                int place = order.indexOf(piece.id());
                return place < 0 ? Integer.MAX_VALUE : place;
            }));
            synchronized (planner) {
                renditions.add(planner.combined(pieces, of));
            }
        });
        return Planner.withoutCollisions(renditions);
    }
}
