package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.FindingGuide;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.plan.PlanEdit;
import app.vineparcel.core.plan.PlanStep;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.core.plan.Remedy;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.storage.DeliveryFolders;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The panel of findings beside the plan: what there is, the next of a kind, and what one click does about all of them. */
@Controller
class FindingsController {

    private static final int LONGEST_ALT_TEXT = 1_000;

    private final PlanGrids grids;
    private final PlanChanges changes;
    private final PlanState.Teller teller;
    private final AssignmentService assignments;
    private final DeliveryFolders room;
    private final PathFixes paths;
    private final Words words = new Words();

    FindingsController(
            PlanGrids grids,
            PlanChanges changes,
            PlanState.Teller teller,
            AssignmentService assignments,
            DeliveryFolders room,
            PathFixes paths) {
        this.grids = grids;
        this.changes = changes;
        this.teller = teller;
        this.assignments = assignments;
        this.room = room;
        this.paths = paths;
    }

    @GetMapping("/assignments/{id}/plan/findings")
    String panel(@PathVariable long id, Model model) throws ProblemException {
        Assignment assignment = assignments.get(id);
        PlanSnapshot plan = grids.of(assignment);
        List<Finding> whole =
                room.findings(assignment.id(), plan.grid().totals().bytes());
        model.addAttribute("panel", FindingsPanel.of(plan, whole));
        model.addAttribute("words", words);
        return "plan/findings";
    }

    /** The next cell of a finding behind another, in the order that is seen; the first again behind the last. */
    @GetMapping("/assignments/{id}/plan/findings/next")
    @ResponseBody
    Map<String, Object> next(
            @PathVariable long id,
            @RequestParam String code,
            @RequestParam(defaultValue = "") String after,
            ViewRequest seen)
            throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        PlanView view = seen.of(plan);
        Optional<String> first = Optional.empty();
        boolean behind = after.isEmpty();
        for (int row : view.rows(0, view.lineCount())) {
            for (int column = 0; column < plan.columns().size(); column++) {
                String key = plan.rows().get(row).id() + ":"
                        + plan.columns().get(column).key().key();
                boolean found = plan.grid().isOn(row, column)
                        && plan.grid().codes(row, column).contains(code);
                if (found && behind) {
                    return at(key, view.lineOf(row));
                }
                if (found && first.isEmpty()) {
                    first = Optional.of(key);
                }
                behind |= key.equals(after);
            }
        }
        Optional<Integer> line = first.flatMap(key -> plan.grid().rowOf(key.substring(0, key.indexOf(':'))))
                .flatMap(view::lineOf);
        return first.map(key -> at(key, line)).orElseGet(Map::of);
    }

    private static Map<String, Object> at(String key, Optional<Integer> line) {
        return Map.of("cell", key, "line", line.orElse(0));
    }

    /** Does a remedy for every cell of a finding, or turns them off. */
    @PostMapping("/assignments/{id}/plan/findings/fix")
    @ResponseBody
    PlanState fix(@PathVariable long id, @RequestParam String code, @RequestParam String remedy)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        if (remedy.equals("off")) {
            return teller.of(
                    assignment,
                    changes.choose(
                            assignment,
                            plan -> plan.grid().choices().turned(plan.grid().found(code), false),
                            edits -> Text.of("plan.off", words.count(edits.size(), "cell"), title(code))));
        }
        Remedy meant = Remedy.byWord(remedy)
                .filter(one -> Remedy.against(code).contains(one))
                .orElseThrow(SelectionController::gone);
        PlanSnapshot after = changes.choose(
                assignment,
                plan -> remedied(plan.grid(), code, meant),
                edits -> Text.of("plan.format", title(code), words.count(edits.size(), "override")));
        return teller.of(assignment, after);
    }

    private static String title(String code) {
        return FindingGuide.title(code).toLowerCase(Locale.ROOT);
    }

    private static Choices remedied(Grid grid, String code, Remedy remedy) {
        Choices choices = grid.choices();
        for (Choices.CellKey cell : grid.found(code)) {
            GridCell full = grid.cell(
                    grid.rowOf(cell.piece()).orElseThrow(),
                    grid.columnOf(cell.column()).orElseThrow());
            Optional<PieceOverride> override =
                    remedy.on(full.piece(), full.column().recipe(), full.override());
            if (override.isPresent()) {
                choices = choices.overridden(cell, override.get());
            }
        }
        return choices;
    }

    /**
     * Accepts a finding, or no longer.
     *
     * @param piece a piece's id; every piece without one
     * @param column a column's id; every column without one
     */
    @PostMapping("/assignments/{id}/plan/findings/accept")
    @ResponseBody
    PlanState accept(
            @PathVariable long id,
            @RequestParam String code,
            @RequestParam(defaultValue = "") String piece,
            @RequestParam(defaultValue = "") String column,
            @RequestParam boolean accepted)
            throws ProblemException {
        if (!code.matches("[a-z][a-z0-9-]{1,50}") || !column.isEmpty() && !column.matches("\\d{1,18}\\.\\d{1,18}")) {
            throw SelectionController.gone();
        }
        Assignment assignment = assignments.get(id);
        PlanSnapshot after = changes.make(assignment, plan -> {
            Choices.Accepted one = new Choices.Accepted(code, piece, column);
            boolean before = plan.grid().choices().accepted().contains(one);
            boolean known = piece.isEmpty() || plan.grid().rowOf(piece).isPresent();
            String label = Text.of(
                    "plan.format-2",
                    title(code),
                    accepted ? Text.of("plan.accepted") : Text.of("plan.no-longer-accepted"));
            return new PlanStep(
                    label,
                    before == accepted || !known
                            ? List.of()
                            : List.of(new PlanEdit(
                                    PlanEdit.Kind.ACCEPT,
                                    piece,
                                    code + " " + column,
                                    before ? PlanEdit.ON : null,
                                    accepted ? PlanEdit.ON : null)));
        });
        return teller.of(assignment, after);
    }

    /** Gives a piece words for those who cannot see it; none with a blank text. */
    @PostMapping("/assignments/{id}/plan/alt-text")
    @ResponseBody
    PlanState altText(@PathVariable long id, @RequestParam String piece, @RequestParam String text)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        String clean = text.replace("\0", "").strip();
        if (clean.length() > LONGEST_ALT_TEXT) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("plan.the-alternative-text"),
                    Text.of("plan.it-is-longer-than"),
                    Text.of("plan.use-a-sentence-or")));
        }
        @Nullable String after = clean.isEmpty() ? null : clean;
        return teller.of(assignment, changes.make(assignment, plan -> plan.grid()
                .rowOf(piece)
                .map(row -> {
                    String before =
                            plan.grid().rows().get(row).known().altText().orElse(null);
                    return new PlanStep(
                            Text.of(
                                    "plan.alternative-text-of",
                                    plan.rows().get(row).name()),
                            Objects.equals(before, after)
                                    ? List.of()
                                    : List.of(new PlanEdit(PlanEdit.Kind.ALT_TEXT, piece, "", before, after)));
                })
                .orElse(new PlanStep("", List.of()))));
    }

    /** How names could be told apart: what each way makes of some of them. */
    @GetMapping("/assignments/{id}/plan/findings/names")
    String names(@PathVariable long id, Model model) throws ProblemException {
        Assignment assignment = assignments.get(id);
        model.addAttribute("fixes", paths.of(assignment, grids.of(assignment)));
        return "plan/names";
    }

    /** Puts something into the names of the recipes whose files are in each other's way. */
    @PostMapping("/assignments/{id}/plan/findings/names")
    @ResponseBody
    PlanState rename(@PathVariable long id, @RequestParam String way) throws ProblemException {
        Assignment assignment = assignments.get(id);
        paths.apply(assignment, grids.of(assignment), way);
        return teller.of(assignment, grids.of(assignment));
    }

    /** What is wrong, for the script to show. */
    @ExceptionHandler(ProblemException.class)
    ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ProblemAnswers.expected(e.problem());
    }
}
