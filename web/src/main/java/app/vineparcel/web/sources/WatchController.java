package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.AssignmentService;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Whether an assignment's folders are watched. */
@Controller
class WatchController {

    private final AssignmentService assignments;

    WatchController(AssignmentService assignments) {
        this.assignments = assignments;
    }

    @PostMapping("/assignments/{id}/watch")
    String watch(
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean watch,
            @RequestParam(defaultValue = "false") boolean render)
            throws ProblemException {
        assignments.watch(id, watch, render);
        return "redirect:/assignments/" + id + "/sources";
    }
}
