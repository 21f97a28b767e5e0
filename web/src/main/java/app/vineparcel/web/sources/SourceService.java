package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.storage.SourceRoots;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps an assignment's sources. */
@Service
public class SourceService {

    private final SourceRepository sources;
    private final SourceRoots roots;
    private final AssignmentService assignments;
    private final SourceIntake intake;
    private final PieceService pieces;

    SourceService(
            SourceRepository sources,
            SourceRoots roots,
            AssignmentService assignments,
            SourceIntake intake,
            PieceService pieces) {
        this.pieces = pieces;
        this.sources = sources;
        this.roots = roots;
        this.assignments = assignments;
        this.intake = intake;
    }

    /** All of an assignment, in order. */
    public List<Source> all(long assignmentId) {
        return sources.findByAssignmentIdOrderByPosition(assignmentId);
    }

    /** How many are still to be read. */
    public long waiting(long assignmentId) {
        return sources.countByAssignmentIdAndState(assignmentId, Source.State.WAITING);
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public Source get(long id) throws ProblemException {
        return sources.findById(id)
                .filter(source -> source.state() != Source.State.REMOVED)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "source " + id, "There is no such source.", "Choose one on the sources page.")));
    }

    /** Keeps the focal point that a person set, or goes back to the suggested one. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source focus(long id, Optional<FocalPoint> point) throws ProblemException {
        Source source = get(id);
        source.focus(point);
        return sources.save(source);
    }

    /** Reads one again that was refused. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source again(long id) throws ProblemException {
        Source source = toChange(id);
        if (source.state() == Source.State.UNREADABLE) {
            source.again(sources.nextChange());
            intake.queueAfterCommit(List.of(id));
        }
        return source;
    }

    /** Takes one out of its assignment, whatever state it is in. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source remove(long id) throws ProblemException {
        Source source = toChange(id);
        source.remove(sources.nextChange());
        pieces.vanish(id);
        return source;
    }

    private Source toChange(long id) throws ProblemException {
        return sources.findToChange(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "source " + id, "There is no such source.", "Choose one on the sources page.")));
    }

    /** Takes an uploaded file in; it is read in the background. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source add(long assignmentId, Path upload) throws ProblemException {
        assignments.get(assignmentId);
        int position = sources.lastPosition(assignmentId) + 1;
        Source source = sources.save(
                new Source(assignmentId, position, Source.Origin.UPLOAD, "", upload, sources.nextChange()));
        intake.queueAfterCommit(List.of(source.id()));
        return source;
    }

    /**
     * Takes the pictures of a folder in, where they lie.
     *
     * @return how many were new
     * @throws ProblemException if there is no such folder below a source root, or no picture in it
     */
    @Transactional(rollbackFor = ProblemException.class)
    public int addFolder(long assignmentId, String named) throws ProblemException {
        assignments.get(assignmentId);
        List<Path> files = roots.pictures(named);
        if (files.isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    named,
                    "There is no picture in this folder.",
                    "Name a folder that holds %s files.".formatted(SourceFormat.list())));
        }
        int position = sources.lastPosition(assignmentId);
        long change = sources.nextChange();
        Map<String, Source> known = new HashMap<>();
        sources.findByAssignmentId(assignmentId)
                .forEach(source -> known.put(source.file().toString(), source));
        List<Source> added = new ArrayList<>();
        for (Path file : files) {
            Source there = known.get(file.toString());
            if (there == null) {
                String folder = file.getParent().getFileName().toString();
                added.add(new Source(assignmentId, ++position, Source.Origin.FOLDER, folder, file, change));
            } else if (there.state() == Source.State.REMOVED) {
                there.again(change);
                added.add(there);
            }
        }
        sources.saveAll(added);
        intake.queueAfterCommit(added.stream().map(Source::id).toList());
        return added.size();
    }
}
