package app.vineparcel.core.plan;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What is remembered of every cell of a grid, which are on, and which paths they take. Filled or changed by whoever makes it, then only read. */
final class GridCells {

    private final GridAxes axes;
    private final Choices choices;
    private final MadeWeights made;
    private final Map<Choices.CellKey, List<PlanColumn>> overridden;
    private final CellSummary[] cells;
    private final BitSet on;
    private final PathOwners takers;

    private GridCells(
            GridAxes axes,
            Choices choices,
            MadeWeights made,
            Map<Choices.CellKey, List<PlanColumn>> overridden,
            CellSummary[] cells,
            BitSet on,
            PathOwners takers) {
        this.axes = axes;
        this.choices = choices;
        this.made = made;
        this.overridden = overridden;
        this.cells = cells;
        this.on = on;
        this.takers = takers;
    }

    /**
     * Those of a grid.
     *
     * @param before of which what is as it was is taken over; null for none
     */
    static GridCells of(GridAxes axes, Choices choices, MadeWeights made, @Nullable GridCells before) {
        GridCells all = new GridCells(
                axes, choices, made, new HashMap<>(), new CellSummary[axes.size()], new BitSet(), PathOwners.none());
        if (before == null) {
            for (int index = 0; index < all.cells.length; index++) {
                all.work(index);
            }
        } else {
            all.fillFrom(before);
        }
        for (int index = 0; index < all.cells.length; index++) {
            if (all.takesPaths(index)) {
                all.takers.add(index, all.cells[index].paths());
            }
        }
        return all;
    }

    private void fillFrom(GridCells before) {
        int[] rows = axes.rowsIn(before.axes);
        int[] across = axes.columnsIn(before.axes);
        boolean sameAccepted = choices.accepted().equals(before.choices.accepted());
        for (int index = 0; index < cells.length; index++) {
            int row = rows[axes.rowAt(index)];
            int column = across[axes.columnAt(index)];
            Choices.CellKey cell = axes.cell(index);
            PieceOverride override = choices.overrides().get(cell);
            boolean same = sameAccepted
                    && row >= 0
                    && column >= 0
                    && Objects.equals(override, before.choices.overrides().get(cell))
                    && made.sameOf(cell, before.made);
            if (!same) {
                work(index);
                continue;
            }
            cells[index] = before.cells[before.axes.index(row, column)];
            if (override != null) {
                overridden.put(cell, before.overridden.get(cell));
            }
            on.set(index, cells[index].isFor() && choices.isOn(cell.piece(), cell.column()));
        }
    }

    /** Works a cell out. */
    private void work(int index) {
        PlanPiece piece = axes.piece(index);
        PlanColumn column = axes.column(index);
        overridden.remove(axes.cell(index));
        choices.override(piece.id(), column.id())
                .ifPresent(one ->
                        overridden.put(axes.cell(index), GridAxes.steps(column.with(one.over(column.recipe())))));
        cells[index] = Planner.notFor(piece, column).isPresent()
                ? CellSummary.NOT_FOR
                : CellSummary.of(planned(index), finding -> choices.accepts(finding, piece.id(), column.id()));
        on.set(index, cells[index].isFor() && choices.isOn(piece.id(), column.id()));
    }

    /**
     * The same with other choices; only what they change is worked out anew.
     *
     * @param touched told of every column whose totals may have changed
     */
    GridCells with(Choices other, Set<Integer> touched) {
        GridCells changed = new GridCells(
                axes, other, made, new HashMap<>(overridden), cells.clone(), (BitSet) on.clone(), takers.copy());
        Set<String> paths = new HashSet<>();
        Set<Integer> quieted = quieted(other);
        Set<Integer> differing = new HashSet<>(differing(other));
        differing.addAll(quieted);
        for (int index : differing) {
            changed.leavePaths(index, paths);
            Choices.CellKey cell = axes.cell(index);
            boolean otherwise = quieted.contains(index)
                    || !choices.override(cell.piece(), cell.column())
                            .equals(other.override(cell.piece(), cell.column()));
            if (otherwise) {
                changed.work(index);
            } else {
                changed.on.set(index, cells[index].isFor() && other.isOn(cell.piece(), cell.column()));
            }
            changed.takePaths(index, paths);
            touched.add(axes.columnAt(index));
        }
        takers.cells(paths).forEach(cell -> touched.add(axes.columnAt(cell)));
        changed.takers.cells(paths).forEach(cell -> touched.add(axes.columnAt(cell)));
        return changed;
    }

    private void leavePaths(int index, Set<String> paths) {
        if (takesPaths(index)) {
            takers.remove(index, cells[index].paths());
            paths.addAll(List.of(cells[index].paths()));
        }
    }

    private void takePaths(int index, Set<String> paths) {
        if (takesPaths(index)) {
            takers.add(index, cells[index].paths());
            paths.addAll(List.of(cells[index].paths()));
        }
    }

    /** Cells about which other choices say something else. */
    List<Integer> differing(Choices other) {
        Set<Choices.CellKey> named = new HashSet<>();
        for (Choices one : List.of(choices, other)) {
            named.addAll(one.off());
            named.addAll(one.on());
            named.addAll(one.overrides().keySet());
        }
        List<Integer> found = new ArrayList<>();
        for (Choices.CellKey cell : named) {
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
            Choices.CellKey cell = axes.cell(index);
            if (some.stream()
                    .anyMatch(one -> (one.piece().isEmpty() || one.piece().equals(cell.piece()))
                            && (one.column().isEmpty() || one.column().equals(cell.column())))) {
                found.add(index);
            }
        }
        return found;
    }

    Choices choices() {
        return choices;
    }

    /** Which are on. */
    BitSet on() {
        return on;
    }

    CellSummary summary(int index) {
        return cells[index];
    }

    /** The densities of a cell, with the override of its piece. */
    List<PlanColumn> densities(int index) {
        List<PlanColumn> own = overridden.isEmpty() ? null : overridden.get(axes.cell(index));
        return own == null ? axes.ladder(index) : own;
    }

    /** The files of a cell, whatever other cells are like. */
    List<PlannedRendition> planned(int index) {
        Choices.CellKey cell = axes.cell(index);
        return axes.planned(index, densities(index)).stream()
                .map(file -> made.weighed(cell, file))
                .toList();
    }

    /** Whether a cell is on and its files have paths of their own. */
    boolean takesPaths(int index) {
        return on.get(index) && cells[index].isSound() && !Planner.combines(axes.column(index));
    }

    /** How many of its files will be made. */
    int filesToMake(int index) {
        int count = 0;
        for (int file = 0; takesPaths(index) && file < cells[index].paths().length; file++) {
            count += isFirst(index, file) ? 1 : 0;
        }
        return count;
    }

    /** Whether a cell would overwrite another's file. */
    boolean collides(int index) {
        return takesPaths(index) && !takers.late(List.of(index), cells).isEmpty();
    }

    /** Of all cells those that would. */
    List<Integer> colliding() {
        return takers.late(on.stream().filter(this::takesPaths).boxed().toList(), cells);
    }

    /** Whether a file of a cell keeps its path. */
    boolean isFirst(int index, int file) {
        return takers.isFirst(index, file, cells[index].paths()[file]);
    }

    /** The file that keeps the path of another's. */
    PlannedRendition first(int index, int file) {
        String path = cells[index].paths()[file];
        return planned(takers.firstCell(path)).get(takers.firstFile(path));
    }

    /** What a column amounts to. */
    GridTotals total(int column) {
        boolean combines = Planner.combines(axes.columns().get(column));
        int renditions = 0;
        long bytes = 0;
        int wanted = 0;
        boolean blocked = false;
        Map<Finding.Level, Integer> levels = new EnumMap<>(Finding.Level.class);
        SortedMap<String, Integer> codes = new TreeMap<>();
        for (int row = 0; row < axes.rows().size(); row++) {
            int index = axes.index(row, column);
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
}
