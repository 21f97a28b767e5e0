package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.storage.SourceRoots;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Takes in what is new in watched folders, once it has stopped growing. */
@Component
class FolderWatch {

    private static final Logger LOG = LoggerFactory.getLogger(FolderWatch.class);

    private final AssignmentService assignments;
    private final SourceService sources;
    private final WatchedFolders folders;
    private final SourceRoots roots;
    private final WorkSettings work;
    private final GrowingFiles growing = new GrowingFiles();

    FolderWatch(
            AssignmentService assignments,
            SourceService sources,
            WatchedFolders folders,
            SourceRoots roots,
            WorkSettings work) {
        this.assignments = assignments;
        this.sources = sources;
        this.folders = folders;
        this.roots = roots;
        this.work = work;
    }

    @Scheduled(fixedDelayString = "${vine-parcel.watch:PT5S}")
    void poll() {
        if (work.role() == Role.WORKER) {
            return;
        }
        Regularly.whereTheDatabaseAnswers(() -> {
            for (Assignment assignment : assignments.watched()) {
                Set<Path> known = sources.everKnown(assignment.id()).stream()
                        .map(Path::of)
                        .collect(Collectors.toSet());
                for (String folder : folders.of(assignment.id())) {
                    poll(assignment.id(), folder, known);
                }
            }
            growing.forgetOthers();
        });
    }

    private void poll(long assignmentId, String folder, Set<Path> known) {
        try {
            Set<Path> settled = new HashSet<>();
            for (Path file : roots.pictures(folder)) {
                boolean whole = !known.contains(file)
                        && FileStamp.of(file)
                                .filter(stamp -> growing.isSettled(file, stamp))
                                .isPresent();
                if (whole) {
                    settled.add(file);
                }
            }
            if (!settled.isEmpty()) {
                sources.addFolder(assignmentId, folder, settled::contains);
            }
        } catch (ProblemException gone) {
            LOG.debug("a watched folder cannot be looked at", gone);
        }
    }
}
