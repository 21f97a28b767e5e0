package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.sources.Source;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class PlanController {

    /** A channel over its columns. */
    record Band(Channel channel, int span) {}

    /** The head of a column. */
    record Head(String key, String title, String summary, String colour, boolean first) {}

    /** A cell: the column's key and what would be made. */
    record Cell(String column, PlannedRendition planned, boolean first) {}

    /** A row. */
    record Row(Source source, List<Cell> cells) {}

    private final PlanService plans;
    private final AssignmentFrame frame;
    private final RunService runs;

    PlanController(PlanService plans, AssignmentFrame frame, RunService runs) {
        this.plans = plans;
        this.frame = frame;
        this.runs = runs;
    }

    @GetMapping("/assignments/{id}/plan")
    String page(@PathVariable long id, Model model) throws ProblemException {
        Assignment assignment = frame.fill(model, id, "plan");
        List<PlanService.Column> columns = plans.columns();
        List<Source> pieces = plans.pieces(id);
        Plan plan = plans.everything(assignment, pieces, columns);
        model.addAttribute("bands", bands(columns));
        model.addAttribute("heads", heads(columns));
        model.addAttribute("rows", rows(pieces, columns, plan));
        return "plan/page";
    }

    @PostMapping("/assignments/{id}/plan")
    String render(@PathVariable long id, @RequestParam String cells, Model model) throws ProblemException {
        try {
            Assignment assignment = frame.fill(model, id, "plan");
            long runId = runs.start(assignment, plans.chosen(assignment, Choice.parse(cells)));
            return "redirect:/runs/" + runId;
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            return page(id, model);
        }
    }

    private static List<Band> bands(List<PlanService.Column> columns) {
        List<Band> bands = new ArrayList<>();
        for (PlanService.Column column : columns) {
            if (isFirst(columns, column)) {
                bands.add(new Band(
                        column.band().channel(), column.band().recipes().size()));
            }
        }
        return bands;
    }

    private static boolean isFirst(List<PlanService.Column> columns, PlanService.Column column) {
        int at = columns.indexOf(column);
        return at == 0
                || columns.get(at - 1).band().channel().id()
                        != column.band().channel().id();
    }

    private static List<Head> heads(List<PlanService.Column> columns) {
        return columns.stream()
                .map(c -> new Head(
                        c.column().id(),
                        c.stored().title(),
                        Sentences.summary(c.column().recipe()),
                        c.band().channel().colour(),
                        isFirst(columns, c)))
                .toList();
    }

    private static List<Row> rows(List<Source> pieces, List<PlanService.Column> columns, Plan plan) {
        List<Row> rows = new ArrayList<>();
        int at = 0;
        for (Source source : pieces) {
            List<Cell> cells = new ArrayList<>();
            for (PlanService.Column column : columns) {
                cells.add(new Cell(column.column().id(), plan.renditions().get(at++), isFirst(columns, column)));
            }
            rows.add(new Row(source, cells));
        }
        return rows;
    }
}
