package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.source.Piece;
import app.vineparcel.web.Text;
import app.vineparcel.web.storage.Previews;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Pictures of pieces, made when somebody comes to look at them. A document is opened for the asked piece and those behind it at once, so
 * that a page of many artboards does not open it again for every one.
 */
@Component
public class PiecePreviews {

    private static final int AT_ONCE = 60;

    private final Previews previews;
    private final PlanPieces planPieces;
    private final StoredPieceRepository pieces;
    private final SourceRepository sources;
    private final Map<Long, Object> gates = new ConcurrentHashMap<>();
    private final Map<String, Problem> failed = new ConcurrentHashMap<>();

    PiecePreviews(Previews previews, PlanPieces planPieces, StoredPieceRepository pieces, SourceRepository sources) {
        this.previews = previews;
        this.planPieces = planPieces;
        this.pieces = pieces;
        this.sources = sources;
    }

    /**
     * The preview of a piece as its source now stands.
     *
     * @throws ProblemException if it cannot be drawn
     */
    public Path of(Previews.Kind kind, StoredPiece piece) throws ProblemException {
        String key = key(piece);
        Optional<Path> made = previews.find(kind, key);
        if (made.isPresent()) {
            return made.get();
        }
        synchronized (gates.computeIfAbsent(piece.sourceId().orElse(0L), id -> new Object())) {
            if (previews.find(kind, key).isEmpty() && !failed.containsKey(key)) {
                failed.putAll(previews.make(kind, wanted(kind, piece)));
            }
        }
        Problem problem = failed.remove(key); // whoever asks again may have more luck
        if (problem != null) {
            throw new ProblemException(problem);
        }
        return previews.find(kind, key)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        piece.name(),
                        Text.of("sources.it-cannot-be-shown"),
                        Text.of("sources.check-that-its-source"))));
    }

    private Map<String, PlanPiece> wanted(Previews.Kind kind, StoredPiece piece) {
        Optional<Source> source = piece.sourceId().flatMap(sources::findById);
        List<StoredPiece> batch = new ArrayList<>(List.of(piece));
        if (kind == Previews.Kind.THUMBNAIL && !piece.isSheet()) {
            pieces.findBySourceIdOrderByPosition(piece.sourceId().orElse(0L)).stream()
                    .filter(other -> other.position() > piece.position() && other.isPresent())
                    .filter(other -> previews.find(kind, key(other, source)).isEmpty())
                    .limit(AT_ONCE - 1L)
                    .forEach(batch::add);
        }
        Map<String, PlanPiece> wanted = new LinkedHashMap<>();
        for (PlanPiece planned : planPieces.of(batch)) {
            batch.stream()
                    .filter(one -> String.valueOf(one.id()).equals(planned.id()))
                    .forEach(one -> wanted.put(key(one, source), seen(planned)));
        }
        return wanted;
    }

    /** Pages are seen on paper, as every reader shows them, whatever is rendered of them. */
    private static PlanPiece seen(PlanPiece piece) {
        return piece.piece().kind() == Piece.Kind.PAGE ? piece.onPaper() : piece;
    }

    /** Changes with everything that changes how the piece looks. */
    public String key(StoredPiece piece) {
        return key(piece, piece.sourceId().flatMap(sources::findById));
    }

    /** Of a source that is one picture: another for every version of it. */
    static String key(Source source) {
        return "source-%d-%d".formatted(source.id(), source.version());
    }

    static String key(StoredPiece piece, Optional<Source> source) {
        if (piece.isSheet()) {
            return "sheet-%d-%08x".formatted(piece.id(), piece.sheetBody().hashCode());
        }
        if (source.filter(Source::isDocument).isEmpty() && !piece.isRegion()) {
            return source.map(PiecePreviews::key).orElse("source-0");
        }
        String place = piece.box().map(box -> "-%08x".formatted(box.hashCode())).orElse("");
        return "%s-%d-%d%s"
                .formatted(
                        piece.kind() == Piece.Kind.PAGE ? "page" : "piece",
                        piece.id(),
                        source.map(Source::changed).orElse(0L),
                        place);
    }
}
