package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.storage.SourceRoots;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps an assignment's sources. */
@Service
public class SourceService {

    /**
     * What came of importing a folder.
     *
     * @param added files that were not there before
     * @param again files that changed and are read again
     * @param gone files that are no longer there
     */
    public record Imported(int added, int again, int gone) {}

    private final SourceRepository sources;
    private final SourceRoots roots;
    private final AssignmentService assignments;
    private final SourceIntake intake;
    private final PieceService pieces;
    private final Clock clock;

    private final WatchedFolders folders;

    SourceService(
            SourceRepository sources,
            SourceRoots roots,
            AssignmentService assignments,
            SourceIntake intake,
            PieceService pieces,
            Clock clock,
            WatchedFolders folders) {
        this.folders = folders;
        this.clock = clock;
        this.pieces = pieces;
        this.sources = sources;
        this.roots = roots;
        this.assignments = assignments;
        this.intake = intake;
    }

    /** All of an assignment, in order. */
    public List<Source> all(long assignmentId) {
        return List.copyOf(sources.findByAssignmentIdOrderByPosition(assignmentId));
    }

    /** Another after every change of a source. */
    long lastChange(long assignmentId) {
        return sources.lastChange(assignmentId);
    }

    /** The paths of all that ever came in, with those that were removed: what somebody took out does not come back by itself. */
    List<String> everKnown(long assignmentId) {
        return sources.paths(assignmentId);
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
        return entity(id);
    }

    SourceEntity entity(long id) throws ProblemException {
        return sources.findById(id)
                .filter(source -> source.state() != Source.State.REMOVED)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "source " + id, Text.of("sources.there-is-no-such-2"), Text.of("sources.choose-one-on-the"))));
    }

    /** Keeps the focal point that a person set, or goes back to the suggested one. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source focus(long id, Optional<FocalPoint> point) throws ProblemException {
        SourceEntity source = entity(id);
        source.focus(point);
        return sources.save(source);
    }

    /** Reads one again that was refused. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source again(long id) throws ProblemException {
        SourceEntity source = toChange(id);
        if (source.state() == Source.State.UNREADABLE) {
            source.again(sources.nextChange());
            intake.want(List.of(id));
        }
        return source;
    }

    /** Takes some out of an assignment, whatever state they are in; what was delivered of them still knows them. */
    @Transactional
    public void remove(long assignmentId, Collection<Long> ids) {
        Instant now = clock.instant();
        long change = sources.nextChange();
        sources.findAllById(ids).stream()
                .filter(source -> source.assignmentId() == assignmentId && source.state() != Source.State.REMOVED)
                .forEach(source -> {
                    source.remove(now, change);
                    pieces.markGone(source.id());
                });
    }

    /** Those that were removed, the last first. */
    public List<Source> removed(long assignmentId) {
        return sources.findByAssignmentId(assignmentId).stream()
                .filter(source -> source.state() == Source.State.REMOVED)
                .sorted(Comparator.comparing(
                                (SourceEntity source) -> source.removedAt().orElse(Instant.EPOCH))
                        .reversed()
                        .thenComparing(SourceEntity::position))
                .<Source>map(source -> source)
                .toList();
    }

    /** Brings removed ones back, with the names and choices that their pieces had. */
    @Transactional
    public void restore(long assignmentId, Collection<Long> ids) {
        long change = sources.nextChange();
        List<SourceEntity> back = sources.findAllById(ids).stream()
                .filter(source -> source.assignmentId() == assignmentId && source.state() == Source.State.REMOVED)
                .toList();
        back.forEach(source -> source.again(change));
        intake.want(back.stream().map(SourceEntity::id).toList());
    }

    private SourceEntity toChange(long id) throws ProblemException {
        return sources.findToChange(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "source " + id, Text.of("sources.there-is-no-such-2"), Text.of("sources.choose-one-on-the"))));
    }

    /** Takes an uploaded file in; it is read in the background. */
    @Transactional(rollbackFor = ProblemException.class)
    public Source add(long assignmentId, Path upload) throws ProblemException {
        assignments.get(assignmentId);
        int position = sources.lastPosition(assignmentId) + 1;
        SourceEntity source = sources.save(
                new SourceEntity(assignmentId, position, Source.Origin.UPLOAD, "", upload, sources.nextChange()));
        intake.want(List.of(source.id()));
        return source;
    }

    /**
     * Takes what is new in a folder, reads again what changed in it, and marks what is gone from it.
     *
     * @throws ProblemException if there is no such folder below a source root, or no picture in it
     */
    @Transactional(rollbackFor = ProblemException.class)
    public Imported addFolder(long assignmentId, String named) throws ProblemException {
        Imported imported = addFolder(assignmentId, named, file -> true);
        folders.add(assignmentId, named.strip());
        return imported;
    }

    /**
     * The same of some of its files.
     *
     * @param wanted which; others are as if they were not there yet
     */
    @Transactional(rollbackFor = ProblemException.class)
    Imported addFolder(long assignmentId, String named, Predicate<Path> wanted) throws ProblemException {
        assignments.get(assignmentId);
        Path top = roots.folder(named);
        List<Path> files = roots.pictures(named);
        List<SourceEntity> all = sources.findByAssignmentId(assignmentId);
        boolean knows = all.stream().anyMatch(source -> isBelow(source, top));
        if (files.isEmpty() && !knows) {
            throw new ProblemException(new Problem.BadRequest(
                    named,
                    Text.of("sources.there-are-no-pictures"),
                    Text.of("sources.name-a-folder-that", SourceFormat.list())));
        }
        int position = sources.lastPosition(assignmentId);
        long change = sources.nextChange();
        Map<String, SourceEntity> known = new HashMap<>();
        all.forEach(source -> known.put(source.file().toString(), source));
        List<SourceEntity> added = new ArrayList<>();
        List<SourceEntity> again = new ArrayList<>();
        for (Path file : files) {
            SourceEntity there = known.remove(file.toString());
            if (!wanted.test(file)) {
                continue;
            }
            if (there == null) {
                String folder = file.getParent().getFileName().toString();
                added.add(new SourceEntity(assignmentId, ++position, Source.Origin.FOLDER, folder, file, change));
            } else if (there.state() == Source.State.REMOVED) {
                there.again(change);
                added.add(there);
            } else if (there.state() != Source.State.WAITING && there.compare(FileStamp.of(file), change)) {
                again.add(there);
            }
        }
        List<SourceEntity> gone = known.values().stream()
                .filter(source -> source.state() != Source.State.REMOVED && isBelow(source, top))
                .filter(source -> FileStamp.of(source.file()).isEmpty())
                .toList();
        gone.forEach(source -> source.compare(Optional.empty(), change));
        sources.saveAll(added);
        intake.want(Stream.concat(added.stream(), again.stream())
                .map(SourceEntity::id)
                .toList());
        return new Imported(added.size(), again.size(), gone.size());
    }

    private static boolean isBelow(SourceEntity source, Path folder) {
        return source.origin() == Source.Origin.FOLDER && source.file().startsWith(folder);
    }
}
