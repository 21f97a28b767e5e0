package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.PieceSelection;
import app.vineparcel.core.plan.PlanEdit;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlanStep;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.sources.PieceService;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Answers the plan page while somebody chooses: turning cells, copying choices, naming pieces, undoing all that. */
@Controller
@ResponseBody
class SelectionController {

    private final PlanGrids grids;
    private final PlanChanges changes;
    private final PlanState.Teller teller;
    private final AssignmentService assignments;
    private final PieceService pieces;
    private final Words words = new Words();

    SelectionController(
            PlanGrids grids,
            PlanChanges changes,
            PlanState.Teller teller,
            AssignmentService assignments,
            PieceService pieces) {
        this.grids = grids;
        this.changes = changes;
        this.teller = teller;
        this.assignments = assignments;
        this.pieces = pieces;
    }

    /** Turns cells, such as {@code 12:1.3}, on and off. */
    @PostMapping("/assignments/{id}/plan/choice")
    PlanState turn(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String on,
            @RequestParam(defaultValue = "") String off)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        List<Choices.CellKey> turnedOn = cells(on);
        List<Choices.CellKey> turnedOff = cells(off);
        PlanSnapshot after = changes.choose(
                assignment,
                plan -> plan.grid()
                        .choices()
                        .turned(known(plan.grid(), turnedOn), true)
                        .turned(known(plan.grid(), turnedOff), false),
                this::label);
        if (Stream.concat(turnedOn.stream(), turnedOff.stream())
                .anyMatch(cell -> after.grid().columnOf(cell.column()).isEmpty())) {
            throw gone();
        }
        return turned(assignment, after);
    }

    private PlanState turned(Assignment assignment, PlanSnapshot plan) {
        return teller.of(assignment, plan);
    }

    /** What was done to cells, in words. */
    private String label(List<PlanEdit> edits) {
        String cells = words.count(edits.size(), "cell");
        if (edits.stream().allMatch(edit -> PlanEdit.ON.equals(edit.after()))) {
            return Text.of("plan.on", cells);
        }
        return edits.stream().allMatch(edit -> PlanEdit.OFF.equals(edit.after()))
                ? Text.of("plan.off-2", cells)
                : Text.of("plan.changed", cells);
    }

    private static List<Choices.CellKey> cells(String text) throws ProblemException {
        try {
            return Arrays.stream(text.split(","))
                    .filter(word -> !word.isEmpty())
                    .map(word -> word.split(":", 2))
                    .map(keys -> new Choices.CellKey(
                            String.valueOf(Long.parseLong(keys[0])),
                            SelectedCells.ColumnKey.of(keys[1]).key()))
                    .toList();
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw gone();
        }
    }

    static ProblemException gone() {
        return new ProblemException(new Problem.Vanished(
                Text.of("plan.the-plan"), Text.of("plan.it-has-changed-since"), Text.of("plan.reload-the-page-and-2")));
    }

    private static List<Choices.CellKey> known(Grid grid, List<Choices.CellKey> cells) {
        return cells.stream()
                .filter(cell -> grid.rowOf(cell.piece()).isPresent()
                        && grid.columnOf(cell.column()).isPresent())
                .toList();
    }

    /**
     * Turns many at once.
     *
     * @param how {@code on}, {@code off}, {@code only} or {@code toggle}
     */
    @PostMapping("/assignments/{id}/plan/many")
    PlanState many(@PathVariable long id, @RequestParam String how, TargetCells targets, ViewRequest seen)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        PlanSnapshot now = grids.of(assignment);
        PlanView view = seen.of(now);
        targets.someRows(now, view);
        List<Choices.CellKey> meant = targets.cells(now, view);
        boolean explicit = targets.isExplicit(view);
        return turned(
                assignment, changes.choose(assignment, plan -> chosen(plan.grid(), how, meant, explicit), this::label));
    }

    private static Choices chosen(Grid grid, String how, List<Choices.CellKey> named, boolean explicit) {
        List<Choices.CellKey> meant = known(grid, named);
        List<Choices.CellKey> usual = explicit ? meant : grid.usual(meant);
        Choices now = grid.choices();
        return switch (how) {
            case "on" -> now.turned(usual, true);
            case "off" -> now.turned(meant, false);
            case "only" ->
                now.turned(grid.some(row -> true, column -> true), false).turned(usual, true);
            default -> now.toggled(usual);
        };
    }

    /**
     * Copies one piece's choices, also its overrides, to others.
     *
     * @param model a piece by its number or name
     */
    @PostMapping("/assignments/{id}/plan/copy")
    PlanState copy(@PathVariable long id, @RequestParam String model, TargetCells targets, ViewRequest seen)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        PlanSnapshot now = grids.of(assignment);
        PlanPiece from = one(now.grid(), model);
        List<String> to = targets.someRows(now, seen.of(now)).stream()
                .map(row -> now.grid().rows().get(row).id())
                .toList();
        return turned(
                assignment,
                changes.choose(
                        assignment,
                        plan -> plan.grid()
                                .choices()
                                .carried(
                                        from.id(),
                                        to,
                                        plan.grid().columns().stream()
                                                .map(column -> column.id())
                                                .toList()),
                        edits -> Text.of("plan.settings-of-copied-to", from.name(), words.count(to.size(), "piece"))));
    }

    private static PlanPiece one(Grid grid, String model) throws ProblemException {
        PieceSelection named = PieceSelection.parse(model, grid.rows().size());
        List<PlanPiece> found = grid.rows().stream().filter(named::has).toList();
        if (found.size() != 1) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("plan.the-settings"),
                    Text.of("plan.settings-are-copied-from", model, found.size()),
                    Text.of("plan.type-its-number-or")));
        }
        return found.get(0);
    }

    /** Gives a piece another name; with a blank one it has its source's again. */
    @PostMapping("/assignments/{id}/plan/name")
    PlanState name(@PathVariable long id, @RequestParam String piece, @RequestParam String name)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        Optional<String> given = pieces.sound(name);
        return turned(assignment, changes.make(assignment, plan -> plan.grid()
                .rowOf(piece)
                .map(row -> named(plan.rows().get(row), given))
                .orElse(new PlanStep("", List.of()))));
    }

    private static PlanStep named(PieceRow row, Optional<String> given) {
        String after = given.filter(name -> !name.equals(row.own())).orElse(null);
        return new PlanStep(
                Text.of("plan.renamed", row.name()),
                Objects.equals(after, row.given())
                        ? List.of()
                        : List.of(new PlanEdit(PlanEdit.Kind.NAME, String.valueOf(row.id()), "", row.given(), after)));
    }

    /** Takes back the step that the page shows as the last. */
    @PostMapping("/assignments/{id}/plan/undo")
    PlanState undo(@PathVariable long id, @RequestParam long step) throws ProblemException {
        Assignment assignment = assignments.get(id);
        return turned(assignment, changes.undo(assignment, step));
    }

    /** Does the step again that the page shows as taken back last. */
    @PostMapping("/assignments/{id}/plan/redo")
    PlanState redo(@PathVariable long id, @RequestParam long step) throws ProblemException {
        Assignment assignment = assignments.get(id);
        return turned(assignment, changes.redo(assignment, step));
    }

    /** What cannot be done, in words for the page; a request that no page sends is refused. */
    @ExceptionHandler(ProblemException.class)
    ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ProblemAnswers.expected(e.problem());
    }
}
