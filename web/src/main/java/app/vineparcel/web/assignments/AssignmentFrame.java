package app.vineparcel.web.assignments;

import app.vineparcel.core.ProblemException;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Puts what the frame around an assignment's pages needs into their models. */
@Component
public class AssignmentFrame {

    private final AssignmentService assignments;

    AssignmentFrame(AssignmentService assignments) {
        this.assignments = assignments;
    }

    /** Fills the model and returns the assignment. */
    public Assignment fill(Model model, long assignmentId, String tab) throws ProblemException {
        Assignment assignment = assignments.get(assignmentId);
        assignments.use(assignmentId);
        model.addAttribute("assignment", assignment);
        model.addAttribute("counts", assignments.counts(assignmentId));
        model.addAttribute("tab", tab);
        return assignment;
    }
}
