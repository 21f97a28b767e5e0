package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.sources.PiecePreviews;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.StoredPiece;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class PlanController {

    private static final int LONGEST_WORD = 64;

    /** A channel over its columns. */
    record Band(Channel channel, int span) {}

    /** The head of a column. */
    record Head(String key, String title, String summary, String colour, boolean first, boolean combines) {}

    /** A cell: the column's key and the files that would be made. */
    record Cell(PlanService.Cell of, boolean first) {

        public String column() {
            return of.column().key().key();
        }

        public List<PlannedRendition> files() {
            return of.files();
        }

        public boolean on() {
            return of.on();
        }

        public boolean combines() {
            return of.column().combines();
        }

        /** The file that stands for the others: the first, or the one that is worst off. */
        public PlannedRendition planned() {
            return files().stream()
                    .filter(file -> !file.canBeMade())
                    .findFirst()
                    .orElse(files().get(0));
        }

        /** Whether all that stands in its way is another file of the same name. */
        public boolean collides() {
            return planned().findings().stream()
                    .filter(finding -> finding.level() == Finding.Level.BLOCKER)
                    .map(Finding::code)
                    .toList()
                    .equals(List.of("same-path"));
        }

        /** How heavy all of them will be, about. */
        public long bytes() {
            return files().stream().mapToLong(PlannedRendition::predictedBytes).sum();
        }

        /** The clauses that are otherwise than in the recipe, in words; empty if none is. */
        public String otherwise() {
            return of.override()
                    .map(override -> "Otherwise than the recipe: "
                            + override.clauses().stream()
                                    .map(clause -> clause.title().toLowerCase(Locale.ROOT))
                                    .collect(Collectors.joining(", ")))
                    .orElse("");
        }

        /** Where everything goes, what is otherwise, and what was found. */
        public String title() {
            Stream<String> paths = files().stream().map(PlannedRendition::path);
            Stream<String> found = planned().findings().stream().map(Finding::message);
            return Stream.of(paths, Stream.of(otherwise()), found)
                    .flatMap(Function.identity())
                    .filter(line -> !line.isEmpty())
                    .distinct()
                    .collect(Collectors.joining("\n"));
        }
    }

    /** A row. */
    record Row(StoredPiece piece, String pictureKey, List<Cell> cells) {}

    private final PlanService plans;
    private final AssignmentFrame frame;
    private final RunService runs;
    private final PieceService stored;
    private final PiecePreviews previews;
    private final ChoiceService choices;

    PlanController(
            PlanService plans,
            AssignmentFrame frame,
            RunService runs,
            PieceService stored,
            PiecePreviews previews,
            ChoiceService choices) {
        this.choices = choices;
        this.stored = stored;
        this.previews = previews;
        this.plans = plans;
        this.frame = frame;
        this.runs = runs;
    }

    @GetMapping("/assignments/{id}/plan")
    String page(@PathVariable long id, Model model) throws ProblemException {
        Assignment assignment = frame.fill(model, id, "plan");
        List<PlanService.Column> columns = plans.columns();
        List<PlanPiece> pieces = plans.pieces(id);
        List<PlanService.Cell> cells = plans.everything(assignment, pieces, columns, choices.of(id));
        model.addAttribute("asked", UUID.randomUUID().toString());
        model.addAttribute("bands", bands(columns));
        model.addAttribute("heads", heads(columns));
        model.addAttribute("rows", rows(id, pieces, columns, cells));
        model.addAttribute(
                "kinds",
                pieces.stream()
                        .map(piece -> piece.piece().kind().word())
                        .distinct()
                        .toList());
        return "plan/page";
    }

    @PostMapping("/assignments/{id}/plan")
    String render(
            @PathVariable long id,
            @RequestParam String cells,
            @RequestParam(defaultValue = "") String asked,
            Model model)
            throws ProblemException {
        try {
            Assignment assignment = frame.fill(model, id, "plan");
            long runId = runs.start(
                    assignment,
                    plans.chosen(assignment, Choice.parse(cells)),
                    asked.substring(0, Math.min(LONGEST_WORD, asked.length())));
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
                bands.add(new Band(column.band().channel(), column.band().uses().size()));
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
                        isFirst(columns, c),
                        c.combines()))
                .toList();
    }

    private List<Row> rows(
            long assignmentId, List<PlanPiece> pieces, List<PlanService.Column> columns, List<PlanService.Cell> files) {
        List<StoredPiece> all = stored.all(assignmentId);
        Map<Long, String> keys = previews.keys(assignmentId, all);
        Map<String, StoredPiece> byId =
                all.stream().collect(Collectors.toMap(piece -> String.valueOf(piece.id()), Function.identity()));
        List<Row> rows = new ArrayList<>();
        int at = 0;
        for (PlanPiece piece : pieces) {
            List<Cell> cells = new ArrayList<>();
            for (PlanService.Column column : columns) {
                cells.add(new Cell(files.get(at++), isFirst(columns, column)));
            }
            StoredPiece row = byId.get(piece.id());
            rows.add(new Row(row, keys.get(row.id()), cells));
        }
        return rows;
    }
}
