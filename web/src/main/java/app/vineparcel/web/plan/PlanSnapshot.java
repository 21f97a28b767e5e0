package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Fingerprints;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.plan.MadeStates;
import app.vineparcel.core.source.Shelf;
import java.util.List;
import java.util.Map;

/**
 * An assignment's plan as it was at one moment. Immutable.
 *
 * @param revision of all that it was made from
 * @param columns in the order of the grid's
 * @param rows in the order of the grid's
 * @param files what runs made last
 * @param made whether that would come out the same today
 * @param orders in which order pieces go into one file, as {@link PageOrders} has it
 * @param shelf where the profiles and marks that recipes name are found
 */
record PlanSnapshot(
        PlanRevision revision,
        Grid grid,
        List<PlanService.ShownColumn> columns,
        List<PieceRow> rows,
        Map<Choices.CellKey, List<MadeFile>> files,
        MadeStates made,
        Map<String, String> orders,
        Shelf shelf) {

    static PlanSnapshot of(
            PlanRevision revision,
            Grid grid,
            List<PlanService.ShownColumn> columns,
            List<PieceRow> rows,
            Map<Choices.CellKey, List<MadeFile>> files,
            Map<String, String> orders,
            Shelf shelf) {
        PlanSnapshot blank = new PlanSnapshot(revision, grid, columns, rows, files, MadeStates.NONE, orders, shelf);
        return new PlanSnapshot(revision, grid, columns, rows, files, blank.states(grid), orders, shelf);
    }

    private MadeStates states(Grid of) {
        return files.isEmpty()
                ? MadeStates.NONE
                : MadeStates.of(
                        of,
                        files,
                        new MadeStates.Now(
                                rows.stream().map(PieceRow::source).toList(),
                                id -> columns.get(of.columnOf(id).orElseThrow())
                                        .stored()
                                        .version(),
                                new Fingerprints(shelf),
                                PageOrders.lists(orders)));
    }

    /** The same after a change of the choices alone. */
    PlanSnapshot with(Choices choices, PlanRevision after) {
        Grid turned = grid.with(choices);
        boolean same = choices.overrides().equals(grid.choices().overrides())
                && columns.stream().noneMatch(PlanService.ShownColumn::combines);
        return new PlanSnapshot(after, turned, columns, rows, files, same ? made : states(turned), orders, shelf);
    }

    /** Where each row's source came from. */
    List<String> folders() {
        return rows.stream().map(PieceRow::folder).toList();
    }
}
