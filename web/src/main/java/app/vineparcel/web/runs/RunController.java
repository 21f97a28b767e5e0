package app.vineparcel.web.runs;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentFrame;
import app.vineparcel.web.assignments.AssignmentService;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Shows runs: those of an assignment with all that wait, and one with its renditions. */
@Controller
class RunController {

    /** Lines that are fetched together. */
    static final int AT_ONCE = 16;

    private static final int FIRST = 2 * AT_ONCE;
    private static final int MOST_AT_ONCE = 200;

    private final RunService runs;
    private final RunRows rows;
    private final RunFeed feed;
    private final AssignmentFrame frame;
    private final AssignmentService assignments;

    RunController(RunService runs, RunRows rows, RunFeed feed, AssignmentFrame frame, AssignmentService assignments) {
        this.runs = runs;
        this.rows = rows;
        this.feed = feed;
        this.frame = frame;
        this.assignments = assignments;
    }

    @GetMapping("/assignments/{id}/runs")
    String list(@PathVariable long id, Model model) throws ProblemException {
        frame.fill(model, id, "runs");
        List<RunSummary> queue = runs.queue();
        Map<Long, String> names = new HashMap<>();
        for (RunSummary one : queue) {
            long of = one.run().assignmentId();
            if (!names.containsKey(of)) {
                names.put(of, assignments.get(of).name());
            }
        }
        model.addAttribute("queue", queue);
        model.addAttribute("names", names);
        model.addAttribute(
                "summaries",
                runs.summaries(id).stream()
                        .filter(summary -> summary.run().state().isOver())
                        .toList());
        return "runs/list";
    }

    @GetMapping("/runs/{id}")
    String page(@PathVariable long id, @RequestParam(defaultValue = "") String show, Model model)
            throws ProblemException {
        RunSummary summary = runs.summary(id);
        frame.fill(model, summary.run().assignmentId(), "runs");
        List<Rendition.State> states = RunRows.states(show);
        model.addAttribute("summary", summary);
        model.addAttribute("show", states.size() == 1 ? show : "");
        model.addAttribute("failures", rows.failures(id));
        model.addAttribute("obstacles", rows.obstacles(id));
        model.addAttribute("renditions", rows.window(id, states, 0, FIRST));
        model.addAttribute("lineCount", rows.count(id, states));
        model.addAttribute("atOnce", AT_ONCE);
        return "runs/page";
    }

    /** Lines from one, counted from 0, to before another; a header says how many there are. */
    @GetMapping("/runs/{id}/rows")
    String rows(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "0") int to,
            @RequestParam(defaultValue = "") String show,
            Model model,
            HttpServletResponse response) {
        List<Rendition.State> states = RunRows.states(show);
        int first = Math.max(0, from);
        int count = Math.min(MOST_AT_ONCE, to - first);
        response.setHeader("X-Lines", String.valueOf(rows.count(id, states)));
        model.addAttribute("renditions", count > 0 ? rows.window(id, states, first, count) : List.of());
        return "runs/rows";
    }

    /** Some lines by the positions of their renditions. */
    @GetMapping("/runs/{id}/rows/at")
    String some(@PathVariable long id, @RequestParam(defaultValue = "") List<Integer> position, Model model) {
        model.addAttribute(
                "renditions",
                rows.some(id, position.stream().limit(MOST_AT_ONCE).toList()));
        return "runs/rows";
    }

    /** How the run goes, as server-sent events: {@code progress} with what changed. */
    @GetMapping(path = "/runs/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(@PathVariable long id) throws ProblemException {
        runs.get(id);
        return feed.subscribe(id);
    }
}
