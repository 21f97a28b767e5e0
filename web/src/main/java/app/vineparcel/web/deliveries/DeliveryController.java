package app.vineparcel.web.deliveries;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.enclosures.EnclosedFiles;
import app.vineparcel.web.enclosures.HookCalls;
import app.vineparcel.web.proof.Verdicts;
import app.vineparcel.web.runs.DeliveredLine;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.sending.Sending;
import app.vineparcel.web.sending.SendingSummary;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The page of a delivery: what lies where, how sending it goes, and what went along. */
@Controller
class DeliveryController {

    private static final int AT_ONCE = 40;
    private static final int FIRST = 80;
    private static final int MOST_AT_ONCE = 240;
    /** Thumbnails side by side. */
    private static final int ACROSS = 5;

    private final DeliveryService deliveries;
    private final RunService runs;
    private final AssignmentFrame frame;
    private final Sending sending;
    private final EnclosedFiles enclosed;
    private final HookCalls hooks;
    private final DeliveryCheck check;
    private final Verdicts verdicts;

    DeliveryController(
            DeliveryService deliveries,
            RunService runs,
            AssignmentFrame frame,
            Sending sending,
            EnclosedFiles enclosed,
            HookCalls hooks,
            DeliveryCheck check,
            Verdicts verdicts) {
        this.deliveries = deliveries;
        this.runs = runs;
        this.frame = frame;
        this.sending = sending;
        this.enclosed = enclosed;
        this.hooks = hooks;
        this.check = check;
        this.verdicts = verdicts;
    }

    @GetMapping("/assignments/{id}/deliveries")
    String newest(@PathVariable long id, Model model) throws ProblemException {
        List<RunSummary> all = deliveries.all(id);
        if (all.isEmpty()) {
            frame.fill(model, id, "deliveries");
            return "deliveries/none";
        }
        return "redirect:/deliveries/" + all.get(0).run().id();
    }

    @GetMapping("/deliveries/{runId}")
    String page(@PathVariable long runId, @RequestParam Map<String, String> asked, Model model)
            throws ProblemException {
        RunSummary summary = runs.summary(runId);
        long assignmentId = summary.run().assignmentId();
        frame.fill(model, assignmentId, "deliveries");
        DeliveryQuery query = query(asked);
        List<DeliveryRow> rows = deliveries.rowsNow(runId, query.compare());
        List<RunSummary> all = deliveries.all(assignmentId);
        model.addAttribute("all", all);
        model.addAttribute("summary", summary);
        model.addAttribute("root", deliveries.root(assignmentId));
        model.addAttribute("query", query);
        model.addAttribute(
                "channels",
                rows.stream()
                        .map(row -> row.file().channel())
                        .distinct()
                        .sorted()
                        .toList());
        model.addAttribute("states", states(rows));
        List<DeliveredLine> own = rows.stream()
                .filter(row -> row.change() != DeliveryRow.Change.GONE)
                .map(DeliveryRow::file)
                .toList();
        model.addAttribute("count", own.size());
        model.addAttribute("bytes", DeliveredLine.bytes(own));
        live(runId, model);
        window(runId, query, query.of(rows), rows, 0, FIRST, model);
        model.addAttribute("atOnce", AT_ONCE);
        return "deliveries/page";
    }

    /** What changes while files are sent and what goes along is made. */
    @GetMapping("/deliveries/{runId}/sending")
    String sending(@PathVariable long runId, Model model) throws ProblemException {
        model.addAttribute("summary", runs.summary(runId));
        live(runId, model);
        return "deliveries/sending :: live";
    }

    private void live(long runId, Model model) throws ProblemException {
        List<SendingSummary> sendings = sending.summaries(runId);
        model.addAttribute("sendings", sendings);
        model.addAttribute(
                "enclosed",
                enclosed.of(runId).stream()
                        .collect(Collectors.groupingBy(
                                EnclosedFiles.Enclosed::channel, LinkedHashMap::new, Collectors.toList())));
        model.addAttribute("enclosingTrouble", enclosed.trouble(runId));
        List<HookCalls.Told> calls = hooks.of(runId);
        model.addAttribute("calls", calls);
        boolean busy = !runs.get(runId).state().isOver()
                || sendings.stream().anyMatch(one -> one.waiting() > 0)
                || enclosed.isOpen(runId)
                || calls.stream().anyMatch(one -> one.state().equals("WAITING"));
        model.addAttribute("busy", busy);
    }

    /** Lines from one, counted from 0, to before another; a header says how many there are. */
    @GetMapping("/deliveries/{runId}/rows")
    String rows(
            @PathVariable long runId,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "0") int to,
            @RequestParam Map<String, String> asked,
            Model model,
            HttpServletResponse response)
            throws ProblemException {
        DeliveryQuery query = query(asked);
        List<DeliveryRow> rows = deliveries.rows(runId, query.compare());
        List<DeliveryRow> meant = query.of(rows);
        int first = Math.max(0, from);
        window(runId, query, meant, rows, first, Math.min(to, first + MOST_AT_ONCE), model);
        response.setHeader("X-Lines", String.valueOf(model.getAttribute("lineCount")));
        response.setHeader("X-Files", String.valueOf(meant.size()));
        return "deliveries/rows";
    }

    /** The keys of all files that are meant, for selecting them. */
    @GetMapping("/deliveries/{runId}/ids")
    @ResponseBody
    List<Long> ids(@PathVariable long runId, @RequestParam Map<String, String> asked) throws ProblemException {
        DeliveryQuery query = query(asked);
        return query.of(deliveries.rows(runId, query.compare())).stream()
                .filter(row -> row.change() != DeliveryRow.Change.GONE)
                .map(row -> row.file().id())
                .toList();
    }

    /** Sends again what could not be sent. */
    @PostMapping("/deliveries/{runId}/send")
    String again(
            @PathVariable long runId,
            @RequestParam long destination,
            @RequestParam(defaultValue = "false") boolean all) {
        sending.again(runId, destination, all);
        return "redirect:/deliveries/" + runId;
    }

    /** Makes what goes along again. */
    @PostMapping("/deliveries/{runId}/enclose")
    String enclose(@PathVariable long runId) {
        enclosed.again(runId);
        return "redirect:/deliveries/" + runId;
    }

    /** Looks whether all is there as it was delivered, here and at the destinations. */
    @PostMapping("/deliveries/{runId}/check")
    String check(@PathVariable long runId, Model model) throws ProblemException {
        model.addAttribute("runId", runId);
        model.addAttribute("found", check.of(runs.get(runId).assignmentId(), runId));
        return "deliveries/check";
    }

    private static DeliveryQuery query(Map<String, String> asked) {
        String compare = asked.getOrDefault("compare", "");
        return new DeliveryQuery(
                asked.getOrDefault("view", ""),
                asked.getOrDefault("text", ""),
                asked.getOrDefault("channel", ""),
                asked.getOrDefault("state", ""),
                asked.getOrDefault("sort", ""),
                asked.getOrDefault("folder", ""),
                compare.matches("\\d{1,18}") ? Long.parseLong(compare) : 0);
    }

    /** States and changes that occur, with how often. */
    private static Map<String, Long> states(List<DeliveryRow> rows) {
        Map<String, Long> counts = new LinkedHashMap<>();
        for (DeliveryRow row : rows) {
            counts.merge(row.state(), 1L, Long::sum);
            if (row.isOnItsWay()) {
                counts.merge(row.sending().toLowerCase(Locale.ROOT), 1L, Long::sum);
            }
            if (row.change() != DeliveryRow.Change.NONE && row.change() != DeliveryRow.Change.GONE) {
                counts.merge(row.change().name().toLowerCase(Locale.ROOT), 1L, Long::sum);
            }
        }
        return counts;
    }

    private void window(
            long runId,
            DeliveryQuery query,
            List<DeliveryRow> meant,
            List<DeliveryRow> all,
            int from,
            int to,
            Model model)
            throws ProblemException {
        List<FolderLine> folders = query.view().equals("folders") ? FolderLine.below(query.folder(), all) : List.of();
        boolean sheet = query.view().equals("sheet");
        int lines = sheet ? (meant.size() + ACROSS - 1) / ACROSS : folders.size() + meant.size();
        model.addAttribute("query", query);
        model.addAttribute("lineCount", lines);
        model.addAttribute("fileCount", meant.size());
        if (sheet) {
            List<List<DeliveryRow>> bands = new ArrayList<>();
            for (int line = from; line < Math.min(to, lines); line++) {
                bands.add(meant.subList(line * ACROSS, Math.min(meant.size(), (line + 1) * ACROSS)));
            }
            model.addAttribute("bands", bands);
            model.addAttribute("across", ACROSS);
            return;
        }
        model.addAttribute("folders", part(folders, from, to));
        List<DeliveryRow> shown = part(meant, from - folders.size(), to - folders.size());
        model.addAttribute("rows", shown);
        model.addAttribute("decided", verdicts.of(runs.get(runId).assignmentId()));
        model.addAttribute(
                "profiles",
                runs.profiles(
                        runId, shown.stream().map(row -> row.file().position()).toList()));
    }

    private static <T> List<T> part(List<T> of, int from, int to) {
        int first = Math.max(0, Math.min(from, of.size()));
        return of.subList(first, Math.max(first, Math.min(to, of.size())));
    }
}
