package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.plan.MadeStates;
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
 */
record PlanSnapshot(
        PlanRevision revision,
        Grid grid,
        List<PlanService.Column> columns,
        List<PieceRow> rows,
        Map<Choices.Cell, List<MadeFile>> files,
        MadeStates made,
        Map<String, String> orders) {

    static PlanSnapshot of(
            PlanRevision revision,
            Grid grid,
            List<PlanService.Column> columns,
            List<PieceRow> rows,
            Map<Choices.Cell, List<MadeFile>> files,
            Map<String, String> orders) {
        return new PlanSnapshot(revision, grid, columns, rows, files, states(grid, columns, rows, files), orders);
    }

    private static MadeStates states(
            Grid grid, List<PlanService.Column> columns, List<PieceRow> rows, Map<Choices.Cell, List<MadeFile>> files) {
        return files.isEmpty()
                ? MadeStates.NONE
                : MadeStates.of(grid, files, rows.stream().map(PieceRow::source).toList(), id -> columns.get(
                                grid.columnOf(id).orElseThrow())
                        .stored()
                        .version());
    }

    /** The same after a change of the choices alone. */
    PlanSnapshot with(Choices choices, PlanRevision after) {
        Grid turned = grid.with(choices);
        boolean same = choices.overrides().equals(grid.choices().overrides());
        return new PlanSnapshot(
                after, turned, columns, rows, files, same ? made : states(turned, columns, rows, files), orders);
    }

    /** Where each row's source came from. */
    List<String> folders() {
        return rows.stream().map(PieceRow::folder).toList();
    }
}
