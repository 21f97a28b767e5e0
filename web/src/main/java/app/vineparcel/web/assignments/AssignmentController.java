package app.vineparcel.web.assignments;

import app.vineparcel.core.ProblemException;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class AssignmentController {

    /** A line of the list. */
    record Line(Assignment assignment, Map<String, Long> counts) {}

    private final AssignmentService assignments;

    AssignmentController(AssignmentService assignments) {
        this.assignments = assignments;
    }

    @GetMapping("/")
    String start() {
        return "redirect:/assignments";
    }

    @GetMapping("/assignments")
    String list(Model model) {
        List<Line> lines = assignments.all().stream()
                .map(a -> new Line(a, assignments.counts(a.id(), tab -> !tab.equals("plan"))))
                .toList();
        model.addAttribute("lines", lines);
        return "assignments/list";
    }

    @PostMapping("/assignments")
    String make(@RequestParam String name, Model model) {
        try {
            return "redirect:/assignments/" + assignments.make(name).id() + "/sources";
        } catch (ProblemException e) {
            model.addAttribute("problem", e.problem());
            model.addAttribute("name", name);
            return list(model);
        }
    }
}
