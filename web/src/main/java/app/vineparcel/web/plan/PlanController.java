package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.runs.RunService;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
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

/** Shows the plan: the page with its first rows, and further rows as they come into view. */
@Controller
class PlanController {

    /** Rows that come with the page, and at once later. */
    static final int AT_ONCE = 16;

    private static final int MOST_AT_ONCE = 200;
    private static final int LONGEST_WORD = 64;

    /** A channel over its columns. */
    record Band(Channel channel, int span) {}

    /** The head of a column. */
    record Head(String key, String title, String summary, String colour, boolean first, boolean combines) {}

    /** A cell as it is shown. */
    record Cell(GridCell of, boolean first, boolean combines) {

        public String column() {
            return of.column().id();
        }

        /** Where everything goes, what is otherwise, and what was found. */
        public String title() {
            if (of.notFor().isPresent()) {
                return of.notFor().get();
            }
            Stream<String> paths = of.files().stream().map(PlannedRendition::path);
            Stream<String> found = of.shown().stream()
                    .flatMap(file -> file.findings().stream())
                    .map(Finding::message);
            return Stream.of(paths, Stream.of(otherwise()), found)
                    .flatMap(Function.identity())
                    .filter(line -> !line.isEmpty())
                    .distinct()
                    .collect(Collectors.joining("\n"));
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

        /** Its classes besides its own: its worst finding, and whether it is otherwise. */
        public String marks() {
            return of.worst()
                            .map(level -> " has-" + level.name().toLowerCase(Locale.ROOT))
                            .orElse("")
                    + (of.override().isPresent() ? " is-otherwise" : "");
        }

        public boolean pressed() {
            return of.canBeOn() && of.on();
        }

        public String size() {
            return of.shown().map(file -> file.size().toString()).orElse("");
        }

        /** What stands before its weight. */
        public String kind() {
            return combines ? "page · " : of.files().size() > 1 ? of.files().size() + " files · " : "about ";
        }
    }

    /** A row. */
    record Row(int number, PlanSnapshot.Row piece, List<Cell> cells) {}

    private final PlanService plans;
    private final PlanGrids grids;
    private final AssignmentFrame frame;
    private final AssignmentService assignments;
    private final RunService runs;
    private final PlanChannels serving;
    private final ChannelService channels;
    private final Words words = new Words();

    PlanController(
            PlanService plans,
            PlanGrids grids,
            AssignmentFrame frame,
            AssignmentService assignments,
            RunService runs,
            PlanChannels serving,
            ChannelService channels) {
        this.serving = serving;
        this.channels = channels;
        this.plans = plans;
        this.grids = grids;
        this.frame = frame;
        this.assignments = assignments;
        this.runs = runs;
    }

    @GetMapping("/assignments/{id}/plan")
    String page(@PathVariable long id, Model model) throws ProblemException {
        Assignment assignment = frame.fill(model, id, "plan");
        PlanSnapshot plan = grids.of(assignment);
        Set<Long> hidden = serving.hidden(id);
        List<ChannelService.Band> channelsThere = channels.bands();
        model.addAttribute(
                "channels",
                channelsThere.stream().map(ChannelService.Band::channel).toList());
        model.addAttribute("hidden", hidden);
        model.addAttribute(
                "serving",
                channelsThere.stream()
                        .filter(band -> !hidden.contains(band.channel().id()))
                        .count());
        model.addAttribute("asked", UUID.randomUUID().toString());
        model.addAttribute("bands", bands(plan.columns()));
        model.addAttribute("heads", heads(plan.columns()));
        model.addAttribute("rows", rows(plan, 0, AT_ONCE));
        model.addAttribute("rowCount", plan.rows().size());
        model.addAttribute("atOnce", AT_ONCE);
        model.addAttribute("foot", PlanFoot.of(plan.grid(), words));
        model.addAttribute(
                "kinds",
                plan.rows().stream().map(PlanSnapshot.Row::kind).distinct().toList());
        return "plan/page";
    }

    /** Which channels serve the assignment. */
    @PostMapping("/assignments/{id}/plan/channels")
    String serve(@PathVariable long id, @RequestParam(defaultValue = "") List<Long> channel) throws ProblemException {
        serving.serve(assignments.get(id).id(), channel);
        return "redirect:/assignments/" + id + "/plan";
    }

    /** Rows from one, counted from 0, to before another. */
    @GetMapping("/assignments/{id}/plan/rows")
    String rows(@PathVariable long id, @RequestParam int from, @RequestParam int to, Model model)
            throws ProblemException {
        PlanSnapshot plan = grids.of(assignments.get(id));
        model.addAttribute("rows", rows(plan, from, Math.min(to, from + MOST_AT_ONCE)));
        return "plan/rows";
    }

    @PostMapping("/assignments/{id}/plan")
    String render(
            @PathVariable long id,
            @RequestParam Optional<String> cells,
            @RequestParam(defaultValue = "") String orders,
            @RequestParam(defaultValue = "") String asked,
            Model model)
            throws ProblemException {
        try {
            Assignment assignment = frame.fill(model, id, "plan");
            Choice choice = Choice.of(cells, orders);
            long runId = runs.start(
                    assignment,
                    plans.chosen(assignment, choice),
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
                        c.key().key(),
                        c.stored().title(),
                        Sentences.summary(c.column().recipe()),
                        c.band().channel().colour(),
                        isFirst(columns, c),
                        c.combines()))
                .toList();
    }

    private static List<Row> rows(PlanSnapshot plan, int from, int to) {
        List<PlanService.Column> columns = plan.columns();
        List<Boolean> firsts =
                columns.stream().map(column -> isFirst(columns, column)).toList();
        List<Row> rows = new ArrayList<>();
        int first = Math.max(0, from);
        for (List<GridCell> row : plan.grid().window(first, to)) {
            List<Cell> cells = new ArrayList<>();
            for (int i = 0; i < columns.size(); i++) {
                cells.add(new Cell(row.get(i), firsts.get(i), columns.get(i).combines()));
            }
            int at = first + rows.size();
            rows.add(new Row(at + 1, plan.rows().get(at), cells));
        }
        return rows;
    }
}
