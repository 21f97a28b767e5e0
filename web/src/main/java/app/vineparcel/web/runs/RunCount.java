package app.vineparcel.web.runs;

import app.vineparcel.web.assignments.TabCount;
import org.springframework.stereotype.Component;

@Component
class RunCount implements TabCount {

    private final RunRepository runs;

    RunCount(RunRepository runs) {
        this.runs = runs;
    }

    @Override
    public String tab() {
        return "runs";
    }

    @Override
    public long count(long assignmentId) {
        return runs.countByAssignmentId(assignmentId);
    }
}
