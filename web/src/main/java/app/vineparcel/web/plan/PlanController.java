package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.CellState;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.FindingGuide;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.core.recipe.Sentences;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.channels.Channel;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.runs.RunStart;
import app.vineparcel.web.storage.DeliveryFolders;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Shows the plan: the page with its first rows, and further rows as they come into view. */
@Controller
class PlanController {

    /** Lines that are fetched together. */
    static final int AT_ONCE = 8;

    /** Lines that come with the page: as many as a usual window shows. */
    private static final int FIRST = 2 * AT_ONCE;

    private static final int LONGEST_WORD = 64;
    private static final Map<String, String> GROUPS = words(
            "none", Text.of("plan.no-groups"),
            "folder", Text.of("plan.group-by-folder"),
            "kind", Text.of("plan.group-by-kind"),
            "orientation", Text.of("plan.group-by-orientation"),
            "date", Text.of("plan.group-by-date"),
            "state", Text.of("plan.group-by-state"));
    private static final Map<String, String> SORTS = words(
            "number", Text.of("plan.sort-by-number"),
            "name", Text.of("plan.sort-by-name"),
            "-name", Text.of("plan.sort-by-name-z"),
            "date", Text.of("plan.sort-by-date"),
            "-date", Text.of("plan.sort-by-date-newest"),
            "kind", Text.of("plan.sort-by-kind"),
            "orientation", Text.of("plan.sort-by-orientation"),
            "folder", Text.of("plan.sort-by-folder"),
            "state", Text.of("plan.sort-by-state"));
    private static final ViewRequest NOTHING_ASKED = new ViewRequest("", "", "", "", "", "");

    /** A channel over its columns. */
    record Band(Channel channel, int span) {}

    /** The head of a column. */
    record Head(String key, String title, String summary, String colour, boolean first, boolean combines) {}

    private final PlanService plans;
    private final PlanGrids grids;
    private final AssignmentFrame frame;
    private final AssignmentService assignments;
    private final RunStart runs;
    private final PlanChannels serving;
    private final ChannelService channels;
    private final PlanState.Teller teller;
    private final DeliveryFolders folders;
    private final Clock clock;

    PlanController(
            PlanService plans,
            PlanGrids grids,
            AssignmentFrame frame,
            AssignmentService assignments,
            RunStart runs,
            PlanChannels serving,
            ChannelService channels,
            PlanState.Teller teller,
            DeliveryFolders folders,
            Clock clock) {
        this.clock = clock;
        this.teller = teller;
        this.folders = folders;
        this.serving = serving;
        this.channels = channels;
        this.plans = plans;
        this.grids = grids;
        this.frame = frame;
        this.assignments = assignments;
        this.runs = runs;
    }

    @GetMapping("/assignments/{id}/plan")
    String page(@PathVariable long id, ViewRequest wanted, Model model) throws ProblemException {
        Assignment assignment = frame.fill(model, id, "plan");
        PlanSnapshot plan = grids.of(assignment);
        view(plan, wanted, model);
        model.addAttribute("state", teller.of(assignment, plan));
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
        model.addAttribute("rowCount", plan.rows().size());
        model.addAttribute("atOnce", AT_ONCE);
        model.addAttribute("states", CellState.values());
        model.addAttribute("groups", GROUPS);
        model.addAttribute("sorts", SORTS);
        model.addAttribute(
                "findings", new TreeSet<>(plan.grid().totals().codes().keySet()));
        model.addAttribute(
                "kinds", plan.rows().stream().map(PieceRow::kind).distinct().toList());
        return "plan/page";
    }

    /** The first lines of what is asked for; of everything, where the address says nothing sensible. */
    private static void view(PlanSnapshot plan, ViewRequest wanted, Model model) throws ProblemException {
        ViewRequest asked = wanted;
        PlanView view;
        try {
            view = asked.of(plan);
        } catch (ProblemException e) {
            asked = NOTHING_ASKED;
            view = asked.of(plan);
        }
        model.addAttribute("asking", asked);
        model.addAttribute("query", asked.query());
        model.addAttribute("lines", PlanRows.of(plan, view, 0, FIRST));
        model.addAttribute("lineCount", view.lineCount());
        model.addAttribute("shownCount", view.rowCount());
    }

    /** Which channels serve the assignment. */
    @PostMapping("/assignments/{id}/plan/channels")
    String serve(@PathVariable long id, @RequestParam(defaultValue = "") List<Long> channel) throws ProblemException {
        serving.serve(assignments.get(id).id(), channel);
        return "redirect:/assignments/" + id + "/plan";
    }

    @PostMapping("/assignments/{id}/plan")
    String render(
            @PathVariable long id,
            @RequestParam Optional<String> cells,
            @RequestParam(defaultValue = "") String asked,
            @RequestParam(defaultValue = "false") boolean afresh,
            @RequestParam(defaultValue = "") String at,
            Model model)
            throws ProblemException {
        try {
            Assignment assignment = frame.fill(model, id, "plan");
            Plan chosen = plans.chosen(assignment, SelectedCells.of(cells));
            requireRoom(id, chosen);
            String word = asked.substring(0, Math.min(LONGEST_WORD, asked.length()));
            long runId = runs.start(assignment, chosen, new RunStart.Wish(word, afresh, moment(at)));
            return "redirect:/runs/" + runId;
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            return page(id, NOTHING_ASKED, model);
        }
    }

    /** The next moment at which clocks show that time; empty for at once. */
    private Optional<Instant> moment(String time) throws ProblemException {
        if (time.isBlank()) {
            return Optional.empty();
        }
        try {
            ZonedDateTime now = ZonedDateTime.now(clock);
            ZonedDateTime at = now.with(LocalTime.parse(time.strip()));
            return Optional.of((at.isAfter(now) ? at : at.plusDays(1)).toInstant());
        } catch (DateTimeParseException e) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of("plan.the-time"), Text.of("plan.it-is-not-a"), Text.of("plan.use-hours-and-minutes")));
        }
    }

    private void requireRoom(long id, Plan chosen) throws ProblemException {
        Optional<Finding> full =
                folders.findings(id, chosen.predictedBytes()).stream().findFirst();
        if (full.isPresent()) {
            throw new ProblemException(new Problem.CannotWrite(
                    FindingGuide.title(full.get().code()), full.get().message(), Text.of("plan.then-render-again")));
        }
    }

    /** Keys and their words, in turn. */
    private static Map<String, String> words(String... pairs) {
        Map<String, String> words = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            words.put(pairs[i], pairs[i + 1]);
        }
        return words;
    }

    private static List<Band> bands(List<PlanService.ShownColumn> columns) {
        List<Band> bands = new ArrayList<>();
        for (int at = 0; at < columns.size(); at++) {
            if (PlanRows.isFirst(columns, at)) {
                ChannelService.Band band = columns.get(at).band();
                bands.add(new Band(band.channel(), band.uses().size()));
            }
        }
        return bands;
    }

    private static List<Head> heads(List<PlanService.ShownColumn> columns) {
        return IntStream.range(0, columns.size())
                .mapToObj(at -> head(columns.get(at), PlanRows.isFirst(columns, at)))
                .toList();
    }

    private static Head head(PlanService.ShownColumn column, boolean first) {
        return new Head(
                column.key().key(),
                column.stored().title(),
                Sentences.summary(column.column().recipe()),
                column.band().channel().colour(),
                first,
                column.combines());
    }
}
