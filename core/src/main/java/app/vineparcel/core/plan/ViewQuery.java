package app.vineparcel.core.plan;

import java.util.Optional;

/**
 * Which rows of a plan somebody wants to see, and in which order.
 *
 * @param text numbers, ranges and parts of names; empty for all
 * @param kind of pieces, as {@link app.vineparcel.core.source.Piece.Kind#word()} has it; empty for any
 * @param state of at least one cell
 * @param finding the code of a finding of at least one cell that is on, or a level in lower case; empty for any
 * @param group under which headings
 * @param sort in which order, within the groups
 * @param downwards whether the order is turned round
 */
public record ViewQuery(
        String text,
        String kind,
        Optional<CellState> state,
        String finding,
        Group group,
        Sort sort,
        boolean downwards) {

    /** Everything, as it was imported. */
    public static final ViewQuery ALL = new ViewQuery("", "", Optional.empty(), "", Group.NONE, Sort.NUMBER, false);

    /** Under which headings rows stand. */
    public enum Group {
        NONE,
        FOLDER,
        KIND,
        ORIENTATION,
        DATE,
        STATE
    }

    /** In which order rows stand. */
    public enum Sort {
        NUMBER,
        NAME,
        DATE,
        KIND,
        ORIENTATION,
        FOLDER,
        STATE
    }

    /** Whether single cells are asked for, not only rows. */
    public boolean asksForCells() {
        return state.isPresent() || !finding.isEmpty();
    }

    /** Whether any row may be left out. */
    public boolean filters() {
        return asksForCells() || !text.isBlank() || !kind.isEmpty();
    }
}
