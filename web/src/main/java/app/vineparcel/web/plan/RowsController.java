package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Gives the plan page further lines as they come into view. */
@Controller
class RowsController {

    private static final int MOST_AT_ONCE = 200;

    private final PlanGrids grids;
    private final AssignmentService assignments;
    private final PlanState.Teller teller;

    RowsController(PlanGrids grids, AssignmentService assignments, PlanState.Teller teller) {
        this.grids = grids;
        this.assignments = assignments;
        this.teller = teller;
    }

    /** Lines from one, counted from 0, to before another; headers say how many lines and rows there are in all. */
    @GetMapping("/assignments/{id}/plan/rows")
    String rows(
            @PathVariable long id,
            @RequestParam int from,
            @RequestParam int to,
            ViewRequest wanted,
            Model model,
            HttpServletResponse response)
            throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        PlanView view;
        try {
            view = wanted.of(plan);
        } catch (ProblemException e) {
            ProblemAnswers.header(e.problem(), response);
            model.addAttribute("lines", List.of());
            return "plan/rows";
        }
        response.setHeader("X-Lines", String.valueOf(view.lineCount()));
        response.setHeader("X-Rows", String.valueOf(view.rowCount()));
        int first = Math.max(0, from);
        model.addAttribute("lines", PlanRows.of(plan, view, first, Math.min(to, first + MOST_AT_ONCE)));
        return "plan/rows";
    }

    /** The ids of the pieces on some lines; of all, without numbers of lines. */
    @GetMapping("/assignments/{id}/plan/ids")
    @ResponseBody
    List<Long> ids(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "" + Integer.MAX_VALUE) int to,
            ViewRequest wanted)
            throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        return wanted.of(plan).rows(from, to).stream()
                .map(row -> plan.rows().get(row).id())
                .toList();
    }

    /** How the plan is now, for a page that wants to know whether anything changed. */
    @GetMapping("/assignments/{id}/plan/state")
    @ResponseBody
    PlanState state(@PathVariable long id) throws ProblemException {
        Assignment assignment = assignments.get(id);
        return teller.of(assignment, grids.of(assignment));
    }
}
