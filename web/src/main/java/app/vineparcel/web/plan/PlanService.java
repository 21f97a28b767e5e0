package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.StoredRecipe;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Says what a run of an assignment would make. */
@Service
class PlanService {

    /** A recipe within a channel, as a column of the plan. */
    record ShownColumn(SelectedCells.ColumnKey key, ChannelService.Band band, StoredRecipe stored, PlanColumn column) {

        /** Whether all of its pieces go into one file. */
        boolean combines() {
            return Planner.combines(column);
        }
    }

    private final PlanGrids grids;

    PlanService(PlanGrids grids) {
        this.grids = grids;
    }

    /**
     * What shall be made.
     *
     * @param asked cells by column; without any, what was chosen before
     */
    Plan chosen(Assignment assignment, SelectedCells asked) throws ProblemException {
        PlanSnapshot plan = grids.of(assignment);
        Map<String, List<String>> orders = PageOrders.lists(plan.orders());
        Map<String, List<String>> cells = cells(asked);
        orders.putAll(cells);
        Grid grid = asked.isAsBefore() ? plan.grid() : plan.grid().with(only(plan.grid(), cells));
        Plan chosen = grid.selected(orders);
        if (chosen.renditions().isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("plan.the-plan"),
                    Text.of("plan.the-selection-no-longer"),
                    Text.of("plan.reload-the-page-and-2")));
        }
        return chosen;
    }

    private static Map<String, List<String>> cells(SelectedCells asked) {
        Map<String, List<String>> cells = new HashMap<>();
        asked.piecesByColumn()
                .forEach((column, pieces) -> cells.put(
                        column.key(), pieces.stream().map(String::valueOf).toList()));
        return cells;
    }

    /** These cells and no others. */
    private static Choices only(Grid grid, Map<String, List<String>> cells) {
        List<Choices.CellKey> on = new ArrayList<>();
        cells.forEach((column, pieces) -> pieces.forEach(piece -> on.add(new Choices.CellKey(piece, column))));
        return grid.choices()
                .turned(grid.some(row -> true, column -> true), false)
                .turned(on, true);
    }
}
