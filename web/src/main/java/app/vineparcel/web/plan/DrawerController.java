package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.CellState;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.core.render.PreviewViews;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.web.ProblemAnswers;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.recipes.PreviewSessions;
import app.vineparcel.web.recipes.RecipePreviewAnswers;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The drawer beside the plan: one rendition as it will be, where it goes, what was found, and where its crop lies. */
@Controller
class DrawerController {

    /**
     * Where a rendition's crop lies on its piece, as shares of the piece's sides.
     *
     * @param aspect the word of the aspect
     * @param title the aspect as people write it
     * @param ratio width over height of the piece
     * @param share how large it is against the largest one
     * @param byHand whether somebody put it there
     */
    record Crop(
            String aspect,
            String title,
            double ratio,
            double x,
            double y,
            double width,
            double height,
            double share,
            boolean byHand) {}

    private static final int MOST_PIXELS = 4000;

    /** A line of facts. */
    record Fact(String name, String value) {}

    private final PlanGrids grids;
    private final PlanChanges changes;
    private final PlanState.Teller teller;
    private final AssignmentService assignments;
    private final PreviewSessions sessions;

    DrawerController(
            PlanGrids grids,
            PlanChanges changes,
            PlanState.Teller teller,
            AssignmentService assignments,
            PreviewSessions sessions) {
        this.grids = grids;
        this.changes = changes;
        this.teller = teller;
        this.assignments = assignments;
        this.sessions = sessions;
    }

    @GetMapping("/assignments/{id}/plan/cell")
    String drawer(@PathVariable long id, @RequestParam String piece, @RequestParam String column, Model model)
            throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        GridCell cell = PlanRows.cell(plan, piece, column).orElseThrow(SelectionController::gone);
        int row = plan.grid().rowOf(piece).orElseThrow();
        int at = plan.grid().columnOf(column).orElseThrow();
        CellState state = plan.made().state(plan.grid(), row, at);
        model.addAttribute("assignmentId", id);
        model.addAttribute("cell", cell);
        model.addAttribute("piece", plan.rows().get(row));
        model.addAttribute("number", row + 1);
        model.addAttribute("recipe", plan.columns().get(at).stored());
        model.addAttribute("channel", plan.columns().get(at).band().channel());
        model.addAttribute("combines", plan.columns().get(at).combines());
        model.addAttribute("state", state);
        model.addAttribute("why", plan.made().why(row, at));
        model.addAttribute("crop", cell.shown().flatMap(file -> crop(file)).orElse(null));
        model.addAttribute("facts", facts(cell));
        model.addAttribute(
                "findings", cell.shown().map(PlannedRendition::findings).orElse(List.<Finding>of()));
        model.addAttribute("accepted", cell.accepted());
        model.addAttribute("altText", cell.piece().known().altText().orElse(""));
        model.addAttribute("carriedText", cell.piece().info().facts().altText().orElse(""));
        model.addAttribute("overrides", overrides(cell));
        return "plan/drawer";
    }

    private static List<Fact> facts(GridCell cell) {
        return cell.shown()
                .map(file -> {
                    Recipe recipe = file.column().recipe();
                    String ground = recipe.format().keepsAlpha()
                                    && recipe.background().transparent()
                            ? file.options(file.piece()).paper()
                                    ? Text.of("plan.white-paper")
                                    : "transparent where the piece is"
                            : Text.of(
                                    "plan.format-3",
                                    "#%06x".formatted(recipe.background().rgb()));
                    return List.of(
                            new Fact("Format", Sentences.format(recipe.format())),
                            new Fact("Size", Sentences.summary(recipe)),
                            new Fact("Background", ground));
                })
                .orElse(List.of());
    }

    private static List<String> overrides(GridCell cell) {
        return cell.override()
                .map(override -> override.clauses().stream()
                        .map(clause -> clause.title() + ": "
                                + clause.sentence(override.over(cell.column().recipe())))
                        .sorted()
                        .toList())
                .orElse(List.of());
    }

    private static Optional<Crop> crop(PlannedRendition file) {
        Extent whole = file.piece().piece().size();
        Box box = file.framing().crop();
        return file.cropsTo()
                .map(aspect -> new Crop(
                        aspect.word(),
                        title(aspect),
                        whole.width() / whole.height(),
                        box.x() / whole.width(),
                        box.y() / whole.height(),
                        box.width() / whole.width(),
                        box.height() / whole.height(),
                        file.piece().crop(aspect).map(CropPlace::share).orElse(1.0),
                        PlanChanges.crop(file.piece(), aspect.word()) != null));
    }

    /** {@code 4:5}, or {@code 1.91:1} where whole numbers would be large. */
    private static String title(Aspect aspect) {
        for (int down = 1; down <= 21; down++) {
            double across = aspect.ratio() * down;
            if (Math.abs(across - Math.rint(across)) < 0.002 * down && Math.rint(across) >= 1) {
                return Math.round(across) + ":" + down;
            }
        }
        return String.format(Locale.ROOT, "%.2f:1", aspect.ratio());
    }

    /** Makes the rendition of a cell for its preview; answered with no content where a later request has come. */
    @PostMapping("/assignments/{id}/plan/cell/preview")
    @ResponseBody
    ResponseEntity<Map<String, Object>> preview(
            @PathVariable long id,
            @RequestParam String piece,
            @RequestParam String column,
            @RequestParam String session,
            @RequestParam long number,
            @RequestParam @Nullable Double x,
            @RequestParam @Nullable Double y,
            @RequestParam @Nullable Double share)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        GridCell cell = PlanRows.cell(grids.of(assignment), piece, column).orElseThrow(SelectionController::gone);
        Optional<PlannedRendition> shown = cell.shown();
        if (shown.isEmpty()) {
            return ProblemAnswers.words(cell.notFor().orElse(Text.of("plan.there-is-nothing-to")));
        }
        PlannedRendition planned = shown.get();
        if (planned.blocker()
                .filter(one -> !one.code().equals(Finding.SAME_PATH))
                .isPresent()) {
            return ProblemAnswers.words(planned.blocker().orElseThrow().message());
        }
        Optional<RecipePreview> made = sessions.put(session, number, planned);
        return made.isEmpty()
                ? ResponseEntity.noContent().build()
                : ResponseEntity.ok(RecipePreviewAnswers.of(made.get(), planned));
    }

    /** A look at the rendition of a cell from further away, as plain samples, before its file is made. */
    @GetMapping("/assignments/{id}/plan/cell/glance")
    ResponseEntity<byte[]> glance(
            @PathVariable long id,
            @RequestParam String piece,
            @RequestParam String column,
            @RequestParam String session,
            @RequestParam int across,
            @RequestParam int down)
            throws ProblemException {
        Optional<PlannedRendition> planned = PlanRows.cell(grids.of(assignments.get(id)), piece, column)
                .flatMap(GridCell::shown)
                .filter(file -> file.canBeMade() || file.collides());
        if (planned.isEmpty() || across < 1 || down < 1 || across > MOST_PIXELS || down > MOST_PIXELS) {
            return ResponseEntity.noContent().build();
        }
        PreviewViews.View seen = sessions.glance(session, planned.get(), new PixelSize(across, down));
        Recipe recipe = planned.get().column().recipe();
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header("X-Width", String.valueOf(seen.size().width()))
                .header(
                        "X-Pixels",
                        planned.get().size().width() + " "
                                + planned.get().size().height())
                .header(
                        "X-Clear",
                        String.valueOf(recipe.background().transparent()
                                && recipe.format().keepsAlpha()))
                .body(seen.rgba());
    }

    private static Optional<CropPlace> place(@Nullable Double x, @Nullable Double y, @Nullable Double share) {
        return x == null || y == null
                ? Optional.empty()
                : Optional.of(new CropPlace(
                        new FocalPoint(clamped(x, 0), clamped(y, 0)),
                        clamped(share == null ? 1 : share, CropPlace.TIGHTEST)));
    }

    private static double clamped(double given, double least) {
        return Double.isFinite(given) ? Math.max(least, Math.min(1, given)) : 1;
    }

    /**
     * Puts the crop of an aspect somewhere on pieces; without a place it lies about the focal point again.
     *
     * @param aspect its word, or {@link PlanPiece#ANY_ASPECT}
     */
    @PostMapping("/assignments/{id}/plan/crop")
    @ResponseBody
    PlanState crop(
            @PathVariable long id,
            @RequestParam List<String> piece,
            @RequestParam String aspect,
            @RequestParam @Nullable Double x,
            @RequestParam @Nullable Double y,
            @RequestParam @Nullable Double share)
            throws ProblemException {
        Assignment assignment = assignments.get(id);
        if (!aspect.matches("\\d{1,5}\\.\\d{3}|" + PlanPiece.ANY_ASPECT)) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("plan.the-crop"),
                    Text.of("plan.is-not-an-aspect", aspect),
                    Text.of("plan.reload-the-page-and")));
        }
        return teller.of(assignment, changes.crop(assignment, piece, aspect, place(x, y, share)));
    }

    /** What is wrong, for the script to show. */
    @ExceptionHandler(ProblemException.class)
    ResponseEntity<Map<String, Object>> refused(ProblemException e) {
        return ProblemAnswers.expected(e.problem());
    }
}
