package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.assignments.TabCount;
import org.springframework.stereotype.Component;

/** How many renditions the plan makes, by the same count as its own page. */
@Component
class PlanCount implements TabCount {

    private final PlanGrids grids;
    private final AssignmentService assignments;

    PlanCount(PlanGrids grids, AssignmentService assignments) {
        this.grids = grids;
        this.assignments = assignments;
    }

    @Override
    public String tab() {
        return "plan";
    }

    @Override
    public long count(long assignmentId) {
        try {
            return grids.of(assignments.get(assignmentId)).grid().totals().renditions();
        } catch (ProblemException gone) {
            return 0;
        }
    }
}
