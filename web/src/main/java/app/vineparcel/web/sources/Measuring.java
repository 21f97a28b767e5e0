package app.vineparcel.web.sources;

import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.render.PieceMeasurement;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.work.Job;
import app.vineparcel.web.work.Lane;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.WorkContext;
import app.vineparcel.web.work.WorkQueue;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Measures pieces in the background: those that are drawn, and those that were measured otherwise than today. */
@Component
public class Measuring implements Job {

    private static final String DUTY = "measure";
    private static final String OF_SOURCE = "source-";
    private static final String OF_PIECE = "piece-";
    private static final int AFTER_READING = -10;

    private final SourceReader reader;
    private final PieceFacts facts;
    private final PlanPieces planPieces;
    private final StoredPieceRepository pieces;
    private final SourceRepository sources;
    private final WorkQueue queue;
    /** Keys of pictures that were queued from here; one that could not be measured is not queued again and again. */
    private final Set<String> queued = ConcurrentHashMap.newKeySet();

    private final Set<String> wanted = ConcurrentHashMap.newKeySet();

    Measuring(
            SourceReader reader,
            PieceFacts facts,
            PlanPieces planPieces,
            StoredPieceRepository pieces,
            SourceRepository sources,
            WorkQueue queue) {
        this.queue = queue;
        this.planPieces = planPieces;
        this.pieces = pieces;
        this.sources = sources;
        this.reader = reader;
        this.facts = facts;
    }

    @Override
    public String name() {
        return DUTY;
    }

    /** Measures the pieces of a source that was just read, as far as nothing is known of them. */
    void want(long sourceId) {
        queue.put(Lane.READING, DUTY, List.of(OF_SOURCE + sourceId), AFTER_READING);
    }

    /**
     * Measures pieces of which nothing is known, once.
     *
     * @param keys of their pictures, by their ids
     */
    public void want(Collection<StoredPiece> lacking, Map<Long, String> keys) {
        lacking.stream()
                .filter(piece -> queued.add(keys.getOrDefault(piece.id(), "")))
                .map(piece -> piece.sourceId().map(id -> OF_SOURCE + id).orElse(OF_PIECE + piece.id()))
                .forEach(wanted::add);
    }

    /** Whoever looks at a plan only reads; what is found lacking meanwhile is queued afterwards. */
    @Scheduled(fixedDelay = 500)
    void queueWanted() {
        List<String> now = List.copyOf(wanted);
        if (now.isEmpty()) {
            return;
        }
        Regularly.whereTheDatabaseAnswers(() -> {
            queue.put(Lane.READING, DUTY, now, AFTER_READING);
            now.forEach(wanted::remove);
        });
    }

    @Override
    public Optional<Instant> perform(String instance, WorkContext context) {
        long id = Long.parseLong(instance.substring(instance.indexOf('-') + 1));
        List<? extends StoredPiece> stored = instance.startsWith(OF_SOURCE)
                ? pieces.findBySourceIdOrderByPosition(id).stream()
                        .filter(StoredPieceEntity::isPresent)
                        .toList()
                : pieces.findByIdIn(List.of(id));
        Optional<Source> source =
                instance.startsWith(OF_SOURCE) ? sources.findById(id).map(one -> one) : Optional.empty();
        Map<String, String> keys = new HashMap<>();
        stored.forEach(piece -> keys.put(String.valueOf(piece.id()), PiecePreviews.key(piece, source)));
        List<PlanPiece> lacking = planPieces.of(stored).stream()
                .filter(piece -> piece.known().facts().isEmpty())
                .toList();
        PieceMeasurement.of(
                reader,
                lacking,
                piece -> {
                    context.giveWay();
                    context.say(piece.name());
                    return !context.isEnding()
                            && facts.attempt(Long.parseLong(piece.id()), keys.getOrDefault(piece.id(), ""));
                },
                (piece, found) -> found.ifPresent(measured ->
                        facts.put(Long.parseLong(piece.id()), keys.getOrDefault(piece.id(), ""), measured)));
        return context.isEnding() ? Optional.of(Instant.now()) : Optional.empty();
    }
}
