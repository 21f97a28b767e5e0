package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.PieceSelection;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Answers the plan page while somebody chooses: turning cells, picking pieces, carrying choices, seeing the files. */
@Controller
class ChoiceController {

    private static final int MOST_SHOWN = 3000;

    /** A file to be, and what stands in its way, or nothing. */
    record Line(String name, String blocker) {}

    private final PlanService plans;
    private final ChoiceService choices;
    private final AssignmentService assignments;

    ChoiceController(PlanService plans, ChoiceService choices, AssignmentService assignments) {
        this.plans = plans;
        this.choices = choices;
        this.assignments = assignments;
    }

    /** Turns cells, such as {@code 12:1.3}, on and off; answers with those that are on and would overwrite another's file. */
    @PostMapping("/assignments/{id}/plan/choice")
    @ResponseBody
    ResponseEntity<Map<String, Object>> turn(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String on,
            @RequestParam(defaultValue = "") String off)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        try {
            List<Choices.Cell> turnedOn = cells(on);
            List<Choices.Cell> turnedOff = cells(off);
            Choices now =
                    choices.change(id, before -> before.turned(turnedOn, true).turned(turnedOff, false));
            return ResponseEntity.ok(Map.of("collisions", collisions(assignment, now)));
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            return ResponseEntity.badRequest().body(Map.of("problem", "Reload the page and choose again."));
        }
    }

    private static List<Choices.Cell> cells(String text) {
        return Arrays.stream(text.split(","))
                .filter(word -> !word.isEmpty())
                .map(word -> word.split(":", 2))
                .map(keys -> new Choices.Cell(
                        String.valueOf(Long.parseLong(keys[0])),
                        Choice.Column.of(keys[1]).key()))
                .toList();
    }

    /** By cell, the reason. */
    private Map<String, String> collisions(Assignment assignment, Choices now) {
        Map<String, String> collisions = new TreeMap<>();
        List<PlanPiece> rows = plans.pieces(assignment.id());
        List<PlanService.Column> columns = plans.columns();
        int at = 0;
        for (PlanService.Cell cell : plans.everything(assignment, rows, columns, now)) {
            String piece = rows.get(at++ / columns.size()).id();
            for (PlannedRendition file : cell.files()) {
                file.findings().stream()
                        .filter(finding -> finding.code().equals("same-path"))
                        .forEach(finding ->
                                collisions.put(piece + ":" + cell.column().key().key(), finding.message()));
            }
        }
        return collisions;
    }

    /** The pieces that somebody means by numbers, names and kind. */
    @PostMapping("/assignments/{id}/plan/pick")
    @ResponseBody
    Map<String, Object> pick(@PathVariable long id, @RequestParam String which, @RequestParam String kind) {
        List<PlanPiece> rows = plans.pieces(id);
        try {
            PieceSelection selection = PieceSelection.parse(which, rows.size());
            return Map.of(
                    "pieces",
                    rows.stream()
                            .filter(piece -> selection.words().isEmpty() || selection.has(piece))
                            .filter(piece -> kind.isEmpty()
                                    || piece.piece().kind().word().equals(kind))
                            .map(PlanPiece::id)
                            .toList());
        } catch (ProblemException e) {
            Problem problem = e.problem();
            return Map.of("problem", "%s: %s %s".formatted(problem.file(), problem.reason(), problem.remedy()));
        }
    }

    /** Carries one piece's choices, also what is otherwise, to other pieces. */
    @PostMapping("/assignments/{id}/plan/carry")
    @ResponseBody
    Map<String, Object> carry(@PathVariable long id, @RequestParam long from, @RequestParam List<Long> to) {
        List<String> columns =
                plans.columns().stream().map(column -> column.key().key()).toList();
        choices.change(
                id,
                before -> before.carried(
                        String.valueOf(from), to.stream().map(String::valueOf).toList(), columns));
        return Map.of("pieces", to.size());
    }

    /** Every file that the chosen cells make, by folder, with what stands in the way. */
    @PostMapping("/assignments/{id}/plan/files")
    String files(@PathVariable long id, @RequestParam String cells, Model model) throws ProblemException {
        List<PlannedRendition> planned =
                plans.chosen(assignments.get(id), Choice.parse(cells)).renditions();
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
}
