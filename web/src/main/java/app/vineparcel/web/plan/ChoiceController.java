package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.PieceSelection;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.IntPredicate;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Answers the plan page while somebody chooses: turning cells, picking pieces, carrying choices, seeing the files. */
@Controller
class ChoiceController {

    private static final int MOST_SHOWN = 3000;
    private static final String NOBODY = "No piece is called that. Write 1-50, 72 or a name such as jar*.";

    /** A file to be, and what stands in its way, or nothing. */
    record Line(String name, String blocker) {}

    /**
     * What came of a change.
     *
     * @param foot what all of it amounts to now
     * @param collisions cells that are on and would overwrite another's file
     */
    record Turned(PlanFoot foot, List<String> collisions) {}

    /** A piece that goes into a file of several. */
    record Page(long id, String name, String pictureKey) {}

    private final PlanService plans;
    private final PlanGrids grids;
    private final AssignmentService assignments;
    private final Words words = new Words();

    ChoiceController(PlanService plans, PlanGrids grids, AssignmentService assignments) {
        this.plans = plans;
        this.grids = grids;
        this.assignments = assignments;
    }

    /** Turns cells, such as {@code 12:1.3}, on and off. */
    @PostMapping("/assignments/{id}/plan/choice")
    @ResponseBody
    Turned turn(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String on,
            @RequestParam(defaultValue = "") String off)
            throws ProblemException {
        List<Choices.Cell> turnedOn = cells(on);
        List<Choices.Cell> turnedOff = cells(off);
        Grid now = grids.of(assignments.get(id)).grid();
        if (Stream.concat(turnedOn.stream(), turnedOff.stream())
                .anyMatch(cell -> now.columnOf(cell.column()).isEmpty())) {
            throw gone();
        }
        return turned(
                id, grid -> grid.choices().turned(known(grid, turnedOn), true).turned(known(grid, turnedOff), false));
    }

    private Turned turned(long id, Function<Grid, Choices> change) throws ProblemException {
        Grid grid = grids.change(assignments.get(id), change).grid();
        return new Turned(
                PlanFoot.of(grid, words),
                grid.collisions().stream()
                        .map(cell -> cell.piece() + ":" + cell.column())
                        .toList());
    }

    private static List<Choices.Cell> cells(String text) throws ProblemException {
        try {
            return Arrays.stream(text.split(","))
                    .filter(word -> !word.isEmpty())
                    .map(word -> word.split(":", 2))
                    .map(keys -> new Choices.Cell(
                            String.valueOf(Long.parseLong(keys[0])),
                            Choice.Column.of(keys[1]).key()))
                    .toList();
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw gone();
        }
    }

    private static ProblemException gone() {
        return new ProblemException(new Problem.BadRequest(
                "The plan", "It has changed since this page was opened.", "Reload the page and choose again."));
    }

    private static List<Choices.Cell> known(Grid grid, List<Choices.Cell> cells) {
        return cells.stream()
                .filter(cell -> grid.rowOf(cell.piece()).isPresent()
                        && grid.columnOf(cell.column()).isPresent())
                .toList();
    }

    /**
     * Turns many at once.
     *
     * @param how {@code on}, {@code off}, {@code only} or {@code toggle}
     * @param which numbers and names of pieces; empty for all
     * @param kind of pieces; empty for any
     * @param where a column, a channel's number and a dot, or nothing for all
     */
    @PostMapping("/assignments/{id}/plan/many")
    @ResponseBody
    Map<String, Object> many(
            @PathVariable long id,
            @RequestParam String how,
            @RequestParam(defaultValue = "") String which,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(defaultValue = "") String where)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        Grid now = grids.of(assignment).grid();
        Set<String> pieces;
        try {
            pieces = new HashSet<>(picked(now, which, kind));
        } catch (ProblemException e) {
            return Map.of("problem", said(e.problem()));
        }
        if (pieces.isEmpty()) {
            return Map.of("problem", NOBODY);
        }
        return Map.of("turned", turned(id, grid -> {
            IntPredicate rows = row -> pieces.contains(grid.rows().get(row).id());
            IntPredicate columns = column -> isIn(grid.columns().get(column).id(), where);
            List<Choices.Cell> meant = grid.some(rows, columns);
            List<Choices.Cell> unlessAsked = meant.stream()
                    .filter(cell ->
                            !which.isBlank() || !grid.choices().onDemand().contains(cell.piece()))
                    .toList();
            return switch (how) {
                case "on" -> grid.choices().turned(unlessAsked, true);
                case "off" -> grid.choices().turned(meant, false);
                case "only" ->
                    grid.choices()
                            .turned(grid.some(row -> true, column -> true), false)
                            .turned(unlessAsked, true);
                default -> which.isBlank() ? grid.toggled(meant) : together(grid.choices(), meant);
            };
        }));
    }

    /** Off if all are on, else on. */
    private static Choices together(Choices choices, List<Choices.Cell> some) {
        boolean allOn = some.stream().allMatch(cell -> choices.isOn(cell.piece(), cell.column()));
        return choices.turned(some, !allOn);
    }

    private static boolean isIn(String column, String where) {
        return where.isEmpty() || (where.endsWith(".") ? column.startsWith(where) : column.equals(where));
    }

    private static List<String> picked(Grid grid, String which, String kind) throws ProblemException {
        PieceSelection selection = PieceSelection.parse(which, grid.rows().size());
        return grid.rows().stream()
                .filter(piece -> selection.words().isEmpty() || selection.has(piece))
                .filter(piece -> kind.isEmpty() || piece.piece().kind().word().equals(kind))
                .map(PlanPiece::id)
                .toList();
    }

    /**
     * Carries one piece's choices, also what is otherwise, to other pieces.
     *
     * @param from a piece by its number or name
     */
    @PostMapping("/assignments/{id}/plan/carry")
    @ResponseBody
    Map<String, Object> carry(
            @PathVariable long id,
            @RequestParam String from,
            @RequestParam(defaultValue = "") String which,
            @RequestParam(defaultValue = "") String kind)
            throws ProblemException {
        Grid now = grids.of(assignments.get(id)).grid();
        List<String> models;
        List<String> to;
        try {
            models = from.isBlank() ? List.of() : picked(now, from, "");
            to = picked(now, which, kind);
        } catch (ProblemException e) {
            return Map.of("problem", said(e.problem()));
        }
        if (models.size() != 1 || to.isEmpty()) {
            return Map.of(
                    "problem",
                    models.size() == 1 ? NOBODY : "Say by its number or name which one piece's choices are copied.");
        }
        return Map.of("turned", turned(id, grid -> grid.choices()
                .carried(
                        models.get(0),
                        to,
                        grid.columns().stream().map(column -> column.id()).toList())));
    }

    /** The pieces that go into a column's file, in the order of the plan. */
    @GetMapping("/assignments/{id}/plan/pages")
    @ResponseBody
    List<Page> pages(@PathVariable long id, @RequestParam String column) throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        int at = plan.grid().columnOf(column).orElseThrow(ChoiceController::gone);
        List<Page> pages = new ArrayList<>();
        for (int row = 0; row < plan.rows().size(); row++) {
            if (plan.grid().isOn(row, at) && plan.grid().canBeOn(row, at)) {
                PlanSnapshot.Row piece = plan.rows().get(row);
                pages.add(new Page(piece.id(), piece.name(), piece.pictureKey()));
            }
        }
        return pages;
    }

    /** Every file that will be made, by folder, with what stands in the way. */
    @PostMapping("/assignments/{id}/plan/files")
    String files(
            @PathVariable long id,
            @RequestParam Optional<String> cells,
            @RequestParam(defaultValue = "") String orders,
            Model model)
            throws ProblemException {
        List<PlannedRendition> planned =
                plans.chosen(assignments.get(id), Choice.of(cells, orders)).renditions();
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
        return ResponseEntity.badRequest().body(Map.of("problem", said(e.problem())));
    }

    private static String said(Problem problem) {
        return "%s: %s %s".formatted(problem.file(), problem.reason(), problem.remedy());
    }
}
