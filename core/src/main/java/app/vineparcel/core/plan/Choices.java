package app.vineparcel.core.plan;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which cells of a plan are on, and in which a piece overrides its recipe. Every cell is on until it is turned
 * off, but for pieces that are only rendered where somebody asks: theirs are off until they are turned on.
 *
 * @param off cells that are not wanted
 * @param overrides what is otherwise in which cell; none of them empty
 * @param onDemand pieces whose cells are off until they are turned on
 * @param on cells of those pieces that are expected
 * @param accepted findings that somebody has seen and means so
 */
public record Choices(
        Set<CellKey> off,
        Map<CellKey, PieceOverride> overrides,
        Set<String> onDemand,
        Set<CellKey> on,
        Set<Accepted> accepted) {

    /** Everything, as the recipes say. */
    public static final Choices ALL = new Choices(Set.of(), Map.of());

    /**
     * A piece by a recipe within a channel.
     *
     * @param piece the piece's {@link PlanPiece#id()}
     * @param column the column's {@link PlanColumn#id()}
     */
    public record CellKey(String piece, String column) {}

    /**
     * A finding that is quiet. Blockers never are.
     *
     * @param code its code
     * @param piece the piece's id; empty for every piece
     * @param column the column's id; empty for every column
     */
    public record Accepted(String code, String piece, String column) {}

    public Choices {
        off = Set.copyOf(off);
        overrides = Map.copyOf(overrides);
        onDemand = Set.copyOf(onDemand);
        on = Set.copyOf(on);
        accepted = Set.copyOf(accepted);
    }

    /** Nothing is accepted. */
    public Choices(Set<CellKey> off, Map<CellKey, PieceOverride> overrides, Set<String> onDemand, Set<CellKey> on) {
        this(off, overrides, onDemand, on, Set.of());
    }

    /** Of pieces that are all rendered unless somebody says otherwise. */
    public Choices(Set<CellKey> off, Map<CellKey, PieceOverride> overrides) {
        this(off, overrides, Set.of(), Set.of());
    }

    /** Whether a cell is expected. */
    public boolean isOn(String piece, String column) {
        CellKey cell = new CellKey(piece, column);
        return onDemand.contains(piece) ? on.contains(cell) : !off.contains(cell);
    }

    /** The override of a cell. */
    public Optional<PieceOverride> override(String piece, String column) {
        return Optional.ofNullable(overrides.get(new CellKey(piece, column)));
    }

    /** Whether a finding of a cell is quiet. */
    boolean accepts(Finding finding, String piece, String column) {
        return !accepted.isEmpty()
                && finding.level() != Finding.Level.BLOCKER
                && (accepted.contains(new Accepted(finding.code(), piece, ""))
                        || accepted.contains(new Accepted(finding.code(), "", column))
                        || accepted.contains(new Accepted(finding.code(), piece, column))
                        || accepted.contains(new Accepted(finding.code(), "", "")));
    }

    /** The same with findings accepted, or no longer. */
    public Choices accepting(Collection<Accepted> some, boolean wanted) {
        Set<Accepted> other = new HashSet<>(accepted);
        if (wanted) {
            other.addAll(some);
        } else {
            other.removeAll(some);
        }
        return new Choices(off, overrides, onDemand, on, other);
    }

    /** The column as it holds for a piece. */
    public PlanColumn column(PlanPiece piece, PlanColumn column) {
        return override(piece.id(), column.id())
                .map(override -> column.with(override.over(column.recipe())))
                .orElse(column);
    }

    /** The same with cells turned on or off. */
    public Choices turned(Collection<CellKey> cells, boolean wanted) {
        Set<CellKey> otherOff = new HashSet<>(off);
        Set<CellKey> otherOn = new HashSet<>(on);
        for (CellKey cell : cells) {
            turn(cell, wanted, otherOff, otherOn);
        }
        return new Choices(otherOff, overrides, onDemand, otherOn, accepted);
    }

    private void turn(CellKey cell, boolean wanted, Set<CellKey> otherOff, Set<CellKey> otherOn) {
        boolean asked = onDemand.contains(cell.piece());
        Set<CellKey> listed = asked ? otherOn : otherOff;
        if (wanted == asked) {
            listed.add(cell);
        } else {
            listed.remove(cell);
        }
    }

    /** The same with cells turned together: off if all of them are on, else on. */
    public Choices toggled(Collection<CellKey> cells) {
        return turned(cells, !cells.stream().allMatch(cell -> isOn(cell.piece(), cell.column())));
    }

    /** The same with an override of a cell; an empty override gives it back to its recipe. */
    public Choices overridden(CellKey cell, PieceOverride override) {
        Map<CellKey, PieceOverride> other = new HashMap<>(overrides);
        if (override.isEmpty()) {
            other.remove(cell);
        } else {
            other.put(cell, override);
        }
        return new Choices(off, other, onDemand, on, accepted);
    }

    /** One piece's choices, on and off and otherwise, carried to other pieces. */
    public Choices carried(String from, Collection<String> to, Collection<String> columns) {
        Set<CellKey> otherOff = new HashSet<>(off);
        Set<CellKey> otherOn = new HashSet<>(on);
        Map<CellKey, PieceOverride> otherwise = new HashMap<>(overrides);
        for (String piece : to) {
            for (String column : columns) {
                CellKey cell = new CellKey(piece, column);
                turn(cell, isOn(from, column), otherOff, otherOn);
                override(from, column)
                        .ifPresentOrElse(override -> otherwise.put(cell, override), () -> otherwise.remove(cell));
            }
        }
        return new Choices(otherOff, otherwise, onDemand, otherOn, accepted);
    }
}
