package app.vineparcel.web.runs;

import app.vineparcel.core.ProblemException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What people do to runs: from the run's own page, or from the list. */
@Controller
class RunControlController {

    private final RunControl control;
    private final RunService runs;

    RunControlController(RunControl control, RunService runs) {
        this.control = control;
        this.runs = runs;
    }

    /** Back to where it was asked for. */
    private String back(long id, boolean list) throws ProblemException {
        return list ? "redirect:/assignments/" + runs.get(id).assignmentId() + "/runs" : "redirect:/runs/" + id;
    }

    @PostMapping("/runs/{id}/stop")
    String stop(@PathVariable long id, @RequestParam(defaultValue = "false") boolean list) throws ProblemException {
        control.stop(id);
        return back(id, list);
    }

    @PostMapping("/runs/{id}/pause")
    String pause(@PathVariable long id, @RequestParam(defaultValue = "false") boolean list) throws ProblemException {
        control.pause(id);
        return back(id, list);
    }

    @PostMapping("/runs/{id}/resume")
    String resume(@PathVariable long id, @RequestParam(defaultValue = "false") boolean list) throws ProblemException {
        control.resume(id);
        return back(id, list);
    }

    @PostMapping("/runs/{id}/retry")
    String retry(@PathVariable long id, @RequestParam(defaultValue = "") String reason) throws ProblemException {
        control.retry(id, reason);
        return back(id, false);
    }

    @PostMapping("/runs/{id}/go-on")
    String goOn(@PathVariable long id) throws ProblemException {
        control.goOn(id);
        return back(id, false);
    }

    /** From the list that is open, which need not be that of the run's own assignment. */
    @PostMapping("/assignments/{assignment}/runs/{id}/move")
    String move(@PathVariable long assignment, @PathVariable long id, @RequestParam boolean earlier)
            throws ProblemException {
        control.move(id, earlier);
        return "redirect:/assignments/" + assignment + "/runs";
    }
}
