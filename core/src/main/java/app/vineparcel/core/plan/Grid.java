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

    private final GridAxes axes;
    private final Choices choices;
    private final MadeWeights made;
    private final Map<Choices.Cell, List<PlanColumn>> overridden;
    private final CellSummary[] cells;
    private final BitSet on;
    private final PathTakers takers;
    private final GridTotals[] totals;

    private Grid(
            GridAxes axes,
            Choices choices,
            MadeWeights made,
            Map<Choices.Cell, List<PlanColumn>> overridden,
            CellSummary[] cells,
            BitSet on,
            PathTakers takers,
            GridTotals[] totals) {
        this.axes = axes;
        this.choices = choices;
        this.made = made;
        this.overridden = overridden;
        this.cells = cells;
        this.on = on;
        this.takers = takers;
        this.totals = totals;
    }

    private static Grid unfilled(GridAxes axes, Choices choices, MadeWeights made) {
        return new Grid(
                axes,
                choices,
                made,
                new HashMap<>(),
                new CellSummary[axes.size()],
                new BitSet(),
                PathTakers.none(),
                new GridTotals[axes.columns().size()]);
    }

    /**
     * A grid.
     *
     * @param planner used by nobody else
     * @param pieces with ids of their own
     * @param columns with ids of their own
     */
    public static Grid of(Planner planner, List<PlanPiece> pieces, List<PlanColumn> columns, Choices choices) {
        Grid none = unfilled(new GridAxes(planner, List.of(), List.of()), Choices.ALL, MadeWeights.NONE);
        return none.renewed(planner, pieces, columns, choices, MadeWeights.NONE);
    }

    /**
     * A grid of other pieces, columns and choices; what is as it was is taken over from this one.
     *
     * @param planner used by nobody else; of the same assignment, day, profiles and marks as this one's
     * @param weights what was made before weighed
     */
    public Grid renewed(
            Planner planner, List<PlanPiece> pieces, List<PlanColumn> columns, Choices other, MadeWeights weights) {
        Grid grid = unfilled(new GridAxes(planner, pieces, columns), other, weights);
        int[] rows = grid.axes.rowsIn(axes);
        int[] across = grid.axes.columnsIn(axes);
        for (int index = 0; index < grid.cells.length; index++) {
            int row = rows[grid.axes.rowAt(index)];
            int column = across[grid.axes.columnAt(index)];
            grid.fill(index, row < 0 || column < 0 ? -1 : axes.index(row, column), this);
        }
        for (int index = 0; index < grid.cells.length; index++) {
            if (grid.takesPaths(index, grid.on, grid.cells)) {
                grid.takers.add(index, grid.cells[index].paths());
            }
        }
        for (int column = 0; column < grid.totals.length; column++) {
            grid.totals[column] = grid.total(column);
        }
        return grid;
    }

    /** Fills a cell from another grid's, unless that is not the same or −1. */
    private void fill(int index, int was, Grid before) {
        Choices.Cell cell = axes.cell(index);
        PieceOverride override = choices.overrides().get(cell);
        boolean same = was >= 0
                && Objects.equals(override, before.choices.overrides().get(cell))
                && made.sameOf(cell, before.made)
                && choices.accepted().equals(before.choices.accepted());
        if (same) {
            cells[index] = before.cells[was];
            if (override != null) {
                overridden.put(cell, before.overridden.get(cell));
            }
        } else {
            cells[index] = summary(index, choices, overridden);
        }
        on.set(index, cells[index].isFor() && choices.isOn(cell.piece(), cell.column()));
    }

    private PlanColumn column(int index) {
        return axes.column(index);
    }

    private CellSummary summary(int index, Choices chosen, Map<Choices.Cell, List<PlanColumn>> known) {
        PlanPiece piece = axes.piece(index);
        PlanColumn column = column(index);
        Optional<PieceOverride> override = chosen.override(piece.id(), column.id());
        override.ifPresent(one -> known.put(axes.cell(index), GridAxes.steps(column.with(one.over(column.recipe())))));
        return Planner.notFor(piece, column).isPresent()
                ? CellSummary.NOT_FOR
                : CellSummary.of(planned(index, known), finding -> chosen.accepts(finding, piece.id(), column.id()));
    }

    private List<PlannedRendition> planned(int index, Map<Choices.Cell, List<PlanColumn>> known) {
        Choices.Cell cell = axes.cell(index);
        return axes.planned(index, densities(index, known)).stream()
                .map(file -> made.weighed(cell, file))
                .toList();
    }

    private List<PlanColumn> densities(int index, Map<Choices.Cell, List<PlanColumn>> known) {
        List<PlanColumn> own = known.isEmpty() ? null : known.get(axes.cell(index));
        return own == null ? axes.ladder(index) : own;
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
        Set<Integer> quieted = quieted(other);
        Set<Integer> differing = new HashSet<>(differing(other));
        differing.addAll(quieted);
        for (int index : differing) {
            if (takesPaths(index, otherOn, otherCells)) {
                otherTakers.remove(index, otherCells[index].paths());
                paths.addAll(List.of(otherCells[index].paths()));
            }
            Choices.Cell cell = axes.cell(index);
            boolean otherwise = quieted.contains(index)
                    || !choices.override(cell.piece(), cell.column())
                            .equals(other.override(cell.piece(), cell.column()));
            if (otherwise) {
                otherOverridden.remove(cell);
                otherCells[index] = summary(index, other, otherOverridden);
            }
            otherOn.set(index, otherCells[index].isFor() && other.isOn(cell.piece(), cell.column()));
            if (takesPaths(index, otherOn, otherCells)) {
                otherTakers.add(index, otherCells[index].paths());
                paths.addAll(List.of(otherCells[index].paths()));
            }
            touched.add(axes.columnAt(index));
        }
        takers.cells(paths).forEach(cell -> touched.add(axes.columnAt(cell)));
        otherTakers.cells(paths).forEach(cell -> touched.add(axes.columnAt(cell)));
        Grid changed = new Grid(axes, other, made, otherOverridden, otherCells, otherOn, otherTakers, totals.clone());
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
            Optional<Integer> row = axes.row(cell.piece());
            Optional<Integer> column = axes.column(cell.column());
            boolean differs = choices.isOn(cell.piece(), cell.column()) != other.isOn(cell.piece(), cell.column())
                    || !Objects.equals(
                            choices.overrides().get(cell), other.overrides().get(cell));
            if (row.isPresent() && column.isPresent() && differs) {
                found.add(axes.index(row.get(), column.get()));
            }
        }
        return found;
    }

    /** Cells of which other findings are accepted. */
    private Set<Integer> quieted(Choices other) {
        Set<Choices.Accepted> some = new HashSet<>(choices.accepted());
        some.addAll(other.accepted());
        some.removeIf(
                one -> choices.accepted().contains(one) && other.accepted().contains(one));
        Set<Integer> found = new HashSet<>();
        for (int index = 0; index < cells.length && !some.isEmpty(); index++) {
            Choices.Cell cell = axes.cell(index);
            if (some.stream()
                    .anyMatch(one -> (one.piece().isEmpty() || one.piece().equals(cell.piece()))
                            && (one.column().isEmpty() || one.column().equals(cell.column())))) {
                found.add(index);
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
        boolean combines = Planner.combines(axes.columns().get(column));
        int renditions = 0;
        long bytes = 0;
        int wanted = 0;
        boolean blocked = false;
        Map<Finding.Level, Integer> levels = new EnumMap<>(Finding.Level.class);
        SortedMap<String, Integer> codes = new TreeMap<>();
        for (int index = column; index < cells.length; index += totals.length) {
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
        return axes.rows();
    }

    /** The recipes within channels, in order. */
    public List<PlanColumn> columns() {
        return axes.columns();
    }

    /** What is wanted, and what is otherwise. */
    public Choices choices() {
        return choices;
    }

    /** The place of a piece, from 0; empty if there is none of that id. */
    public Optional<Integer> rowOf(String piece) {
        return axes.row(piece);
    }

    /** Whether a cell is on. */
    public boolean isOn(int row, int column) {
        return on.get(axes.index(row, column));
    }

    /** Whether a recipe says anything to a piece. */
    public boolean isFor(int row, int column) {
        return cells[axes.index(row, column)].isFor();
    }

    /** Whether a cell can be turned on: nothing of its own stands in its way. */
    public boolean canBeOn(int row, int column) {
        return cells[axes.index(row, column)].isSound();
    }

    /** How much the worst finding of a cell that is on matters, with files that get into each other's way. */
    public Optional<Finding.Level> worst(int row, int column) {
        int index = axes.index(row, column);
        return collides(index) ? Optional.of(Finding.Level.BLOCKER) : Optional.ofNullable(cells[index].worst());
    }

    /** The codes of what was found in a cell. */
    public List<String> codes(int row, int column) {
        int index = axes.index(row, column);
        List<String> codes = new ArrayList<>(List.of(cells[index].codes()));
        if (collides(index)) {
            codes.add(Finding.SAME_PATH);
        }
        return codes;
    }

    /** The densities of a cell, with what is otherwise for its piece. */
    List<PlanColumn> steps(int row, int column) {
        return densities(axes.index(row, column), overridden);
    }

    /** Where the files of a cell go, as file systems compare them; none where something stands in its way. */
    List<String> paths(int row, int column) {
        return List.of(cells[axes.index(row, column)].paths());
    }

    /** The place of a column, from 0; empty if there is none of that id. */
    public Optional<Integer> columnOf(String column) {
        return axes.column(column);
    }

    /** Cells that can be turned on, of some rows and some columns. */
    public List<Choices.Cell> some(IntPredicate ofRows, IntPredicate ofColumns) {
        List<Choices.Cell> found = new ArrayList<>();
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
    public List<Choices.Cell> usual(List<Choices.Cell> some) {
        return some.stream()
                .filter(cell -> choices.isOn(cell.piece(), cell.column())
                        || !choices.onDemand().contains(cell.piece()))
                .toList();
    }

    /** Cells about which other choices say something else, as far as they are of this grid. */
    public List<Choices.Cell> changedBy(Choices other) {
        return differing(other).stream().map(axes::cell).toList();
    }

    /** One cell, in full. */
    public GridCell cell(int row, int column) {
        int index = axes.index(row, column);
        PlanPiece piece = rows().get(row);
        PlanColumn of = columns().get(column);
        return new GridCell(
                piece,
                of,
                on.get(index),
                Planner.notFor(piece, of),
                cells[index].isFor() ? accepted(index) : List.of(),
                cells[index].isFor() ? files(index) : List.of(),
                choices.override(piece.id(), of.id()));
    }

    private List<Finding> accepted(int index) {
        Choices.Cell cell = axes.cell(index);
        return choices.accepted().isEmpty()
                ? List.of()
                : planned(index, overridden).stream()
                        .flatMap(file -> file.findings().stream())
                        .filter(finding -> choices.accepts(finding, cell.piece(), cell.column()))
                        .distinct()
                        .toList();
    }

    private PlannedRendition unaccepted(Choices.Cell cell, PlannedRendition file) {
        return choices.accepted().isEmpty()
                ? file
                : file.finding(file.findings().stream()
                        .filter(finding -> !choices.accepts(finding, cell.piece(), cell.column()))
                        .toList());
    }

    private List<PlannedRendition> files(int index) {
        Choices.Cell cell = axes.cell(index);
        List<PlannedRendition> files = planned(index, overridden).stream()
                .map(file -> unaccepted(cell, file))
                .toList();
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
            int next = on.nextSetBit(axes.index(row, 0));
            count += next >= 0 && next < axes.index(row + 1, 0) ? 1 : 0;
        }
        return count;
    }

    /** Cells that are on and of which something of that code was found, row by row. */
    public List<Choices.Cell> found(String code) {
        List<Choices.Cell> found = new ArrayList<>();
        for (int index = on.nextSetBit(0); index >= 0; index = on.nextSetBit(index + 1)) {
            boolean own = List.of(cells[index].codes()).contains(code);
            if (own || code.equals(Finding.SAME_PATH) && collides(index)) {
                found.add(axes.cell(index));
            }
        }
        return found;
    }

    /** Cells that are on and would overwrite another's file. */
    public List<Choices.Cell> collisions() {
        List<Integer> taking = on.stream()
                .filter(index -> takesPaths(index, on, cells))
                .boxed()
                .toList();
        return takers.late(taking, cells).stream().map(axes::cell).toList();
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
                pages.computeIfAbsent(axes.columnAt(index), key -> new ArrayList<>())
                        .add(axes.piece(index));
            } else {
                renditions.addAll(planned(index, overridden));
            }
        }
        pages.forEach((column, pieces) -> {
            PlanColumn of = columns().get(column);
            List<String> order = orders.getOrDefault(of.id(), List.of());
            pieces.sort(Comparator.comparingInt(piece -> {
                int place = order.indexOf(piece.id());
                return place < 0 ? Integer.MAX_VALUE : place;
            }));
            renditions.add(axes.combined(pieces, of));
        });
        return Planner.withoutCollisions(renditions);
    }
}
