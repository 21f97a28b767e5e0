package app.vineparcel.cli;

import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.SimilarPictures;
import app.vineparcel.core.render.PieceMeasurement;
import app.vineparcel.core.source.SourceReader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;

/** Measures pieces before they are planned, so that the plan knows them. */
final class Measured {

    private Measured() {}

    /**
     * The same pieces with what was measured of them; of what cannot be read nothing is known.
     *
     * @param threads so many sources at once
     */
    static List<PlanPiece> of(SourceReader reader, List<PlanPiece> pieces, int threads) {
        Map<Path, List<PlanPiece>> bySource = new LinkedHashMap<>();
        pieces.forEach(piece ->
                bySource.computeIfAbsent(piece.file(), key -> new ArrayList<>()).add(piece));
        Map<PlanPiece, PlanPiece> known = new IdentityHashMap<>();
        ExecutorService workers = Executors.newFixedThreadPool(threads);
        try {
            bySource.values()
                    .forEach(some ->
                            workers.execute(() -> PieceMeasurement.of(reader, some, piece -> true, (piece, found) -> {
                                synchronized (known) {
                                    known.put(
                                            piece, piece.withKnown(piece.known().with(found)));
                                }
                            })));
            workers.shutdown();
            workers.awaitTermination(Long.MAX_VALUE, TimeUnit.NANOSECONDS);
        } catch (InterruptedException e) {
            workers.shutdownNow();
            Thread.currentThread().interrupt();
        }
        return SimilarPictures.found(
                pieces.stream().map(piece -> known.getOrDefault(piece, piece)).toList());
    }
}
