package app.vineparcel.web.deliveries;

import app.vineparcel.web.assignments.TabCount;
import org.springframework.stereotype.Component;

@Component
class DeliveryCount implements TabCount {

    private final DeliveryService deliveries;

    DeliveryCount(DeliveryService deliveries) {
        this.deliveries = deliveries;
    }

    @Override
    public String tab() {
        return "deliveries";
    }

    @Override
    public long count(long assignmentId) {
        return deliveries.all(assignmentId).size();
    }
}
