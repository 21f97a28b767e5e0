package app.vineparcel.web.plan;

import app.vineparcel.web.assignments.TabCount;
import org.springframework.stereotype.Component;

/** How many renditions there could be. */
@Component
class PlanCount implements TabCount {

    private final PlanService plans;

    PlanCount(PlanService plans) {
        this.plans = plans;
    }

    @Override
    public String tab() {
        return "plan";
    }

    @Override
    public long count(long assignmentId) {
        return plans.count(assignmentId) * plans.columns().size();
    }
}
