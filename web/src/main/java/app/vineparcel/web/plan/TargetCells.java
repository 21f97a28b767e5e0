package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.web.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What of a plan somebody means when many cells are changed at once: the pieces that are named, a rectangle of lines and columns, or all that is
 * seen.
 *
 * @param pieces ids of pieces, with commas between
 * @param from the first line of a rectangle, from 0
 * @param to the line behind its last
 * @param left its first column, from 0
 * @param right the column behind its last
 * @param where a column, a channel's number and a dot, or nothing for all
 */
record TargetCells(
        @Nullable String pieces,
        @Nullable Integer from,
        @Nullable Integer to,
        @Nullable Integer left,
        @Nullable Integer right,
        @Nullable String where) {

    private boolean names() {
        return pieces != null && !pieces.isBlank();
    }

    /** Whether single pieces are meant, not all that happens to be there. */
    boolean isExplicit(PlanView view) {
        return names() || from != null || view.query().filters();
    }

    /** The rows that are meant, in the order of the grid. */
    List<Integer> rows(PlanSnapshot plan, PlanView view) {
        if (names()) {
            Set<String> named = Arrays.stream(String.valueOf(pieces).split(",")).collect(Collectors.toSet());
            List<Integer> rows = new ArrayList<>();
            List<PlanPiece> all = plan.grid().rows();
            for (int row = 0; row < all.size(); row++) {
                if (named.contains(all.get(row).id())) {
                    rows.add(row);
                }
            }
            return rows;
        }
        return from == null || to == null
                ? view.rows(0, view.lineCount()).stream().sorted().toList()
                : view.rows(from, to).stream().sorted().toList();
    }

    /** The cells that are meant and can be turned. */
    List<Choices.CellKey> cells(PlanSnapshot plan, PlanView view) {
        Set<Integer> rows = new HashSet<>(rows(plan, view));
        boolean onlySeen = !names() && from == null && view.query().asksForCells();
        List<Choices.CellKey> cells = plan.grid().some(rows::contains, column -> isIn(plan, column));
        return onlySeen
                ? cells.stream()
                        .filter(cell -> view.shows(
                                plan.grid().rowOf(cell.piece()).orElseThrow(),
                                plan.grid().columnOf(cell.column()).orElseThrow()))
                        .toList()
                : cells;
    }

    private boolean isIn(PlanSnapshot plan, int column) {
        if (left != null && right != null) {
            return column >= left && column < right;
        }
        String id = plan.grid().columns().get(column).id();
        String named = where == null ? "" : where;
        return named.isEmpty() || (named.endsWith(".") ? id.startsWith(named) : id.equals(named));
    }

    /** Pieces, at least one. */
    List<Integer> someRows(PlanSnapshot plan, PlanView view) throws ProblemException {
        List<Integer> rows = rows(plan, view);
        if (rows.isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("plan.the-plan"),
                    Text.of("plan.no-pieces-are-selected"),
                    Text.of("plan.select-some-or-change")));
        }
        return rows;
    }
}
