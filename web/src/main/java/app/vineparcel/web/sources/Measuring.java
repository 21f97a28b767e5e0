package app.vineparcel.web.sources;

import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.render.PieceMeasurement;
import app.vineparcel.core.source.SourceReader;
import jakarta.annotation.PreDestroy;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.concurrent.CustomizableThreadFactory;
import org.springframework.stereotype.Component;

/** Measures pieces in the background: those that are drawn, and those that were measured otherwise than today. One at a time. */
@Component
public class Measuring {

    private static final Logger LOG = LoggerFactory.getLogger(Measuring.class);

    /** ms between two pieces, at most. */
    private static final long MOST_REST = 200;

    private final SourceReader reader;
    private final PieceFacts facts;
    private final PlanPieces planPieces;
    private final StoredPieceRepository pieces;
    private final SourceRepository sources;
    private final ExecutorService worker =
            Executors.newSingleThreadExecutor(new CustomizableThreadFactory("measuring-"));
    private final Set<String> waiting = ConcurrentHashMap.newKeySet();
    private final Set<String> failed = ConcurrentHashMap.newKeySet();
    private long began = System.nanoTime();
    private volatile boolean ending;

    Measuring(
            SourceReader reader,
            PieceFacts facts,
            PlanPieces planPieces,
            StoredPieceRepository pieces,
            SourceRepository sources) {
        this.planPieces = planPieces;
        this.pieces = pieces;
        this.sources = sources;
        this.reader = reader;
        this.facts = facts;
    }

    /** Measures the pieces of a source that was just read, as far as nothing is known of them. */
    void want(long sourceId) {
        Optional<Source> source = sources.findById(sourceId);
        List<StoredPiece> stored = pieces.findBySourceIdOrderByPosition(sourceId).stream()
                .filter(StoredPiece::isPresent)
                .toList();
        Map<Long, String> keys = new HashMap<>();
        stored.forEach(piece -> keys.put(piece.id(), PiecePreviews.key(piece, source)));
        want(planPieces.of(stored), keys);
    }

    /**
     * Measures pieces of which nothing is known, once; what is under way or could not be measured is left alone.
     *
     * @param keys of their pictures, by their ids
     */
    public void want(List<PlanPiece> pieces, Map<Long, String> keys) {
        Map<String, String> wanted = new HashMap<>();
        List<PlanPiece> lacking = pieces.stream()
                .filter(piece -> piece.known().facts().isEmpty())
                .filter(piece -> {
                    String key = keys.getOrDefault(Long.valueOf(piece.id()), "");
                    wanted.put(piece.id(), key);
                    return !failed.contains(key) && waiting.add(key);
                })
                .sorted(Comparator.comparing(piece -> piece.file().toString()))
                .toList();
        if (!lacking.isEmpty()) {
            worker.execute(() -> measure(lacking, wanted));
        }
    }

    private void measure(List<PlanPiece> pieces, Map<String, String> keys) {
        try {
            PieceMeasurement.of(
                    reader,
                    pieces,
                    piece -> rested() && facts.attempt(Long.parseLong(piece.id()), key(piece, keys)),
                    (piece, found) -> {
                        String key = key(piece, keys);
                        found.ifPresentOrElse(
                                measured -> facts.put(Long.parseLong(piece.id()), key, measured),
                                () -> failed.add(key));
                        waiting.remove(key);
                    });
        } catch (RuntimeException | OutOfMemoryError e) {
            LOG.error("measuring {} pieces failed", pieces.size(), e);
        } finally {
            pieces.forEach(piece -> waiting.remove(key(piece, keys)));
        }
    }

    /** Rests as long as it has worked, so that whoever looks at pages comes first; false when the program ends. */
    private boolean rested() {
        try {
            Thread.sleep(Math.min(MOST_REST, (System.nanoTime() - began) / 1_000_000));
        } catch (InterruptedException e) {
            return false;
        }
        began = System.nanoTime();
        return !ending;
    }

    private static String key(PlanPiece piece, Map<String, String> keys) {
        return keys.getOrDefault(piece.id(), "");
    }

    @PreDestroy
    void stop() throws InterruptedException {
        ending = true;
        worker.shutdownNow();
        worker.awaitTermination(3, TimeUnit.SECONDS);
    }
}
