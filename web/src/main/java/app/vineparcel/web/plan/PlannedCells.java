package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.web.assignments.AssignmentService;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The cells of a plan for whoever looks at renditions one by one. */
@Component
public class PlannedCells {

    /**
     * A cell.
     *
     * @param column names it on addresses
     * @param planned what would be made; empty where nothing can be
     */
    public record Cell(
            String column, String recipe, long recipeId, String channel, Optional<PlannedRendition> planned) {}

    private final PlanGrids grids;
    private final AssignmentService assignments;

    PlannedCells(PlanGrids grids, AssignmentService assignments) {
        this.grids = grids;
        this.assignments = assignments;
    }

    /**
     * The cells of a piece, in the order of the columns, those first that are on.
     *
     * @throws ProblemException if the assignment or the piece is gone
     */
    public List<Cell> of(long assignmentId, String piece) throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(assignmentId));
        int row = plan.grid().rowOf(piece).orElseThrow(SelectionController::gone);
        List<Cell> on = new ArrayList<>();
        List<Cell> off = new ArrayList<>();
        for (PlanService.ShownColumn column : plan.columns()) {
            plan.grid().columnOf(column.key().key()).ifPresent(at -> {
                GridCell cell = plan.grid().cell(row, at);
                Optional<PlannedRendition> planned = cell.shown().filter(file -> file.canBeMade() || file.collides());
                (cell.on() ? on : off)
                        .add(new Cell(
                                column.key().key(),
                                column.stored().title(),
                                column.stored().id(),
                                column.band().channel().name(),
                                planned(cell)));
            });
        }
        on.addAll(off);
        return on;
    }

    /** What would be made in one cell; empty where nothing can be, or the cell is gone. */
    public Optional<PlannedRendition> planned(long assignmentId, String piece, String column) throws ProblemException {
        return PlanRows.cell(grids.of(assignments.get(assignmentId)), piece, column)
                .flatMap(PlannedCells::planned);
    }

    private static Optional<PlannedRendition> planned(GridCell cell) {
        return cell.shown().filter(file -> file.canBeMade() || file.collides());
    }

    /** What people call a piece. */
    public String name(long assignmentId, String piece) throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(assignmentId));
        int row = plan.grid().rowOf(piece).orElseThrow(SelectionController::gone);
        return plan.rows().get(row).name();
    }
}
