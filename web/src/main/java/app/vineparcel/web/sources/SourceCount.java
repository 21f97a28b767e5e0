package app.vineparcel.web.sources;

import app.vineparcel.web.assignments.TabCount;
import org.springframework.stereotype.Component;

@Component
class SourceCount implements TabCount {

    private final SourceRepository sources;

    SourceCount(SourceRepository sources) {
        this.sources = sources;
    }

    @Override
    public String tab() {
        return "sources";
    }

    @Override
    public long count(long assignmentId) {
        return sources.countByAssignmentIdAndStateNot(assignmentId, Source.State.REMOVED);
    }
}
