package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import java.util.List;

/**
 * An assignment's plan as it stood at one moment. Immutable.
 *
 * @param revision of all that it was made from
 * @param columns in the order of the grid's
 * @param rows in the order of the grid's
 */
record PlanSnapshot(String revision, Grid grid, List<PlanService.Column> columns, List<Row> rows) {

    /**
     * What a page shows of a piece.
     *
     * @param picture whether it is a whole picture, which has no clear ground
     * @param offered whether it is on unless somebody says otherwise
     * @param pictureKey changes with how it looks
     */
    record Row(long id, String name, String size, String kind, boolean picture, boolean offered, String pictureKey) {}

    /** The same after a change of the choices alone. */
    PlanSnapshot with(Choices choices, String after) {
        return new PlanSnapshot(after, grid.with(choices), columns, rows);
    }
}
