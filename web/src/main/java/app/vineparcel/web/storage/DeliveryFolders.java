package app.vineparcel.web.storage;

import app.vineparcel.core.deliver.DestinationCheck;
import app.vineparcel.core.plan.Finding;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/** Where deliveries lie: one folder an assignment below the delivery root, under its number, which never changes. */
@Component
public class DeliveryFolders {

    private final StorageSettings settings;

    DeliveryFolders(StorageSettings settings) {
        this.settings = settings;
    }

    /** The destination of an assignment; it may not be there yet. */
    public Path of(long assignmentId) {
        return settings.deliveryRoot().toAbsolutePath().normalize().resolve("assignment-" + assignmentId);
    }

    /** What stands in the way of writing about so many bytes there. */
    public List<Finding> findings(long assignmentId, long bytes) {
        return DestinationCheck.findings(of(assignmentId), bytes);
    }
}
