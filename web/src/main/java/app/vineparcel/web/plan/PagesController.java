package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.PlanEdit;
import app.vineparcel.core.plan.PlanStep;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The files that a plan makes, and the order of pages in those that are made of several pieces. */
@Controller
class PagesController {

    private static final int MOST_SHOWN = 3000;

    /** A file to be, and what stands in its way, or nothing. */
    record Line(String name, String blocker) {}

    /** A piece that goes into a file of several. */
    record Page(long id, String name, String pictureKey) {}

    private final PlanService plans;
    private final PlanGrids grids;
    private final PlanChanges changes;
    private final PlanState.Teller teller;
    private final AssignmentService assignments;

    PagesController(
            PlanService plans,
            PlanGrids grids,
            PlanChanges changes,
            PlanState.Teller teller,
            AssignmentService assignments) {
        this.plans = plans;
        this.grids = grids;
        this.changes = changes;
        this.teller = teller;
        this.assignments = assignments;
    }

    /** The pieces that go into a column's file, in their order. */
    @GetMapping("/assignments/{id}/plan/pages")
    @ResponseBody
    List<Page> pages(@PathVariable long id, @RequestParam String column) throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        int at = plan.grid().columnOf(column).orElseThrow(SelectionController::gone);
        List<Page> pages = new ArrayList<>();
        for (int row = 0; row < plan.rows().size(); row++) {
            if (plan.grid().isOn(row, at) && plan.grid().canBeOn(row, at)) {
                PieceRow piece = plan.rows().get(row);
                pages.add(new Page(piece.id(), piece.name(), piece.pictureKey()));
            }
        }
        List<String> order = PageOrders.lists(plan.orders()).getOrDefault(column, List.of());
        pages.sort(Comparator.comparingInt(page -> {
            int place = order.indexOf(String.valueOf(page.id()));
            return place < 0 ? Integer.MAX_VALUE : place;
        }));
        return pages;
    }

    /** Puts the pages of a column's file in order. */
    @PostMapping("/assignments/{id}/plan/order")
    @ResponseBody
    PlanState order(@PathVariable long id, @RequestParam String column, @RequestParam List<Long> pieces)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        PlanSnapshot now = grids.of(assignment);
        now.grid().columnOf(column).orElseThrow(SelectionController::gone);
        List<String> known = pieces.stream()
                .map(String::valueOf)
                .distinct()
                .filter(piece -> now.grid().rowOf(piece).isPresent())
                .toList();
        String order = String.join(",", known);
        PlanSnapshot after = changes.make(assignment, plan -> {
            String before = plan.orders().get(column);
            return new PlanStep(
                    Text.of("plan.order-of-pages"),
                    Objects.equals(before, order) || known.isEmpty()
                            ? List.of()
                            : List.of(new PlanEdit(PlanEdit.Kind.ORDER, "", column, before, order)));
        });
        return teller.of(assignment, after);
    }

    /** Every file that will be made, by folder, with what stands in the way. */
    @PostMapping("/assignments/{id}/plan/files")
    String files(@PathVariable long id, @RequestParam Optional<String> cells, Model model) throws ProblemException {
        List<PlannedRendition> planned =
                plans.chosen(assignments.get(id), SelectedCells.of(cells)).renditions();
        Map<String, List<Line>> folders = new TreeMap<>();
        planned.stream().limit(MOST_SHOWN).forEach(rendition -> {
            int slash = rendition.path().lastIndexOf('/') + 1;
            folders.computeIfAbsent(rendition.path().substring(0, slash), key -> new ArrayList<>())
                    .add(new Line(
                            rendition.path().substring(slash),
                            rendition.blocker().map(Finding::message).orElse("")));
        });
        model.addAttribute("folders", folders);
        model.addAttribute("count", planned.size());
        model.addAttribute(
                "blocked",
                planned.stream().filter(rendition -> !rendition.canBeMade()).count());
        model.addAttribute("more", Math.max(0, planned.size() - MOST_SHOWN));
        return "plan/files";
    }

    /** What is wrong with what a script sent, for the script to show. */
    @ExceptionHandler(ProblemException.class)
    ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ProblemAnswers.expected(e.problem());
    }
}
