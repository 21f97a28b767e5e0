package app.vineparcel.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * One thing that somebody changed in a plan, with what it was before and is after. Values are texts as they are stored; none means that nobody said
 * anything.
 *
 * @param kind what was changed
 * @param piece the piece's id; empty for an order
 * @param at the column's id for a cell and an order, the aspect for a crop, else empty
 * @param before what it was
 * @param after what it is
 */
public record PlanEdit(Kind kind, String piece, String at, @Nullable String before, @Nullable String after) {

    /** What can be changed. */
    public enum Kind {
        /** A cell is {@link #ON} or {@link #OFF}. */
        TURN,
        /** A piece's override in a cell, as its recipe file has it. */
        OVERRIDE,
        /** A piece's name. */
        NAME,
        /** Where a crop of an aspect lies on a piece: x, y and share, with spaces between. */
        CROP,
        /** A finding is {@link #ON}, accepted, or not: its code and the column's id, with a space between. */
        ACCEPT,
        /** What somebody wrote for those who cannot see a piece. */
        ALT_TEXT,
        /** In which order pieces go into a column's file: their ids, with commas between. */
        ORDER
    }

    /** Of a cell that is expected. */
    public static final String ON = "on";

    /** Of a cell that is not. */
    public static final String OFF = "off";

    /** A cell that was turned. */
    public static PlanEdit turn(Choices.CellKey cell, boolean on) {
        return new PlanEdit(Kind.TURN, cell.piece(), cell.column(), on ? OFF : ON, on ? ON : OFF);
    }

    /** What takes it back. */
    public PlanEdit inverse() {
        return new PlanEdit(kind, piece, at, after, before);
    }
}
