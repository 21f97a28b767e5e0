package app.vineparcel.web.storage;

import app.vineparcel.core.deliver.DestinationCheck;
import app.vineparcel.core.deliver.ReplacedFiles;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
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

    /**
     * Where the content is that was delivered under a path: in its place, or kept since something else was put there.
     *
     * @param sha256 of the content, in lower-case hexadecimal
     */
    public Optional<Path> content(long assignmentId, String path, String sha256) {
        Path root = of(assignmentId);
        Path file = root.resolve(path).normalize();
        try {
            if (file.startsWith(root)
                    && Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
                    && FileContent.sum(file).equals(sha256)) {
                return Optional.of(file);
            }
        } catch (IOException unreadable) {
            // perhaps it was kept
        }
        return ReplacedFiles.of(root).find(sha256);
    }

    /** What stands in the way of writing about so many bytes there. */
    public List<Finding> findings(long assignmentId, long bytes) {
        return DestinationCheck.findings(of(assignmentId), bytes);
    }
}
