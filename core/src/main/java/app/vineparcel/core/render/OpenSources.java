package app.vineparcel.core.render;

import app.vineparcel.core.Notice;
import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.source.Canvas;
import app.vineparcel.core.source.Document;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.PixelDocument;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The sources that one thread has open. A document is opened once, a picture decoded once as long as its turn lasts. */
final class OpenSources implements AutoCloseable {

    private record Origin(Path file, SourceOptions options) {}

    private record Decoded(Origin origin, String key) {}

    private final SourceReader reader;
    private final Conversions conversions;
    private final StageClock clock;
    private final Map<Origin, Document> documents = new HashMap<>();
    private final Map<Origin, Problem> closed = new HashMap<>();
    private @Nullable Decoded decoded;
    private @Nullable PreparedSource prepared;
    private WorkBudget.Hold memory = WorkBudget.hold(0);

    OpenSources(SourceReader reader, Conversions conversions, StageClock clock) {
        this.reader = reader;
        this.conversions = conversions;
        this.clock = clock;
    }

    SourceReader reader() {
        return reader;
    }

    /** The document of a piece that is drawn. */
    DrawnDocument drawn(PlanPiece piece, SourceOptions options) throws ProblemException {
        return (DrawnDocument) document(new Origin(piece.file(), options));
    }

    private Document document(Origin origin) throws ProblemException {
        requireNotClosed(origin);
        Document known = documents.get(origin);
        if (known == null) {
            try {
                known = clock.time(Stage.DECODE, () -> reader.document(origin.file(), origin.options()));
            } catch (ProblemException e) {
                closed.put(origin, e.problem());
                throw e;
            }
            documents.put(origin, known);
        }
        return known;
    }

    /** The whole picture that a piece of pixels is, or is a part of. */
    PreparedSource pixels(PlanPiece piece, SourceOptions options) throws ProblemException {
        Origin origin = new Origin(piece.file(), options);
        Decoded wanted = new Decoded(origin, piece.piece().key());
        if (prepared == null || !wanted.equals(decoded)) {
            requireNotClosed(origin);
            prepared = null; // two decoded pictures at once may be more than there is memory for
            memory.close();
            memory = WorkBudget.hold(piece.info().size().pixels() * Canvas.BYTES_A_PIXEL);
            OpenedSource opened;
            try {
                opened = opened(piece, origin);
            } catch (ProblemException e) {
                if (piece.piece().key().equals(Piece.WHOLE)) {
                    closed.put(origin, e.problem());
                }
                throw e;
            }
            prepared = new PreparedSource(opened, conversions, clock);
            decoded = wanted;
        }
        return prepared;
    }

    private OpenedSource opened(PlanPiece piece, Origin origin) throws ProblemException {
        if (!FramedSources.isOfDocument(piece)) {
            return clock.time(Stage.DECODE, () -> reader.open(piece.file()));
        }
        PixelDocument document = (PixelDocument) document(origin);
        return clock.time(Stage.DECODE, () -> reader.open(piece.file(), document, piece.piece(), piece.info()));
    }

    /** What was found while drawing since this was asked last. */
    List<Notice> drawnNotices() {
        return documents.values().stream()
                .flatMap(document -> document.drawnNotices().stream())
                .distinct()
                .toList();
    }

    private void requireNotClosed(Origin origin) throws ProblemException {
        Optional<Problem> problem = Optional.ofNullable(closed.get(origin));
        if (problem.isPresent()) {
            throw new ProblemException(problem.get());
        }
    }

    @Override
    public void close() {
        documents.values().forEach(Document::close);
    }
}
