package app.vineparcel.web.runs;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentFrame;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

@Controller
class RunController {

    private final RunService runs;
    private final RunFeed feed;
    private final AssignmentFrame frame;

    RunController(RunService runs, RunFeed feed, AssignmentFrame frame) {
        this.runs = runs;
        this.feed = feed;
        this.frame = frame;
    }

    @GetMapping("/assignments/{id}/runs")
    String list(@PathVariable long id, Model model) throws ProblemException {
        frame.fill(model, id, "runs");
        model.addAttribute("summaries", runs.summaries(id));
        return "runs/list";
    }

    @GetMapping("/runs/{id}")
    String page(@PathVariable long id, Model model) throws ProblemException {
        RunSummary summary = runs.summary(id);
        frame.fill(model, summary.run().assignmentId(), "runs");
        model.addAttribute("summary", summary);
        model.addAttribute("renditions", runs.renditions(id));
        return "runs/page";
    }

    /** How the run goes, as server-sent events: {@code progress} with the changed parts of the page, and {@code over} at the end. */
    @GetMapping(path = "/runs/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter events(@PathVariable long id) throws ProblemException {
        runs.get(id);
        return feed.subscribe(id);
    }

    @PostMapping("/runs/{id}/stop")
    String stop(@PathVariable long id) throws ProblemException {
        runs.stop(id);
        return "redirect:/runs/" + id;
    }
}
