package app.vineparcel.web.deliveries;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Archive;
import app.vineparcel.web.Text;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Service;

/** Finds what runs left in place. */
@Service
class DeliveryService {

    private final RunService runs;
    private final DeliveryFolders folders;

    DeliveryService(RunService runs, DeliveryFolders folders) {
        this.runs = runs;
        this.folders = folders;
    }

    /** The runs of an assignment that left anything, the newest first. */
    List<RunSummary> all(long assignmentId) {
        return runs.summaries(assignmentId).stream()
                .filter(s -> s.inPlace() > 0)
                .toList();
    }

    List<Rendition> files(long runId) {
        return runs.renditions(runId).stream().filter(Rendition::isDone).toList();
    }

    Path root(long assignmentId) {
        return folders.of(assignmentId);
    }

    /** Whether a file that was made is no longer there. */
    boolean isMissing(Rendition rendition) throws ProblemException {
        Path root = root(runs.get(rendition.runId()).assignmentId());
        return rendition.isDone() && !Archive.holds(root, rendition.path());
    }

    /** The paths of those that are no longer there. */
    List<String> missing(long assignmentId, List<Rendition> files) {
        Path root = root(assignmentId);
        return files.stream()
                .map(Rendition::path)
                .filter(path -> !Archive.holds(root, path))
                .toList();
    }

    /**
     * The file of a rendition.
     *
     * @throws ProblemException if it was never made, or somebody moved it away
     */
    Path file(Rendition rendition) throws ProblemException {
        Path root = root(runs.get(rendition.runId()).assignmentId());
        Path file = root.resolve(rendition.path()).normalize();
        if (!rendition.isDone() || !file.startsWith(root) || !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            throw new ProblemException(new Problem.Vanished(
                    rendition.path(),
                    Text.of("deliveries.the-file-is-missing"),
                    Text.of("deliveries.render-it-again-or")));
        }
        return file;
    }
}
