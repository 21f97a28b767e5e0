package app.vineparcel.web.sources;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Fills lines of the sources page with what their cards show. */
@Component
class SourceCards {

    /**
     * A card.
     *
     * @param source what it is of; nothing for a sheet
     * @param piece nothing where the source has not been read, or cannot be
     * @param number its place among all pieces, from 1; 0 without a piece
     * @param pictureKey changes with how it looks
     */
    record Card(@Nullable Source source, @Nullable StoredPiece piece, int number, String pictureKey) {}

    private final SourceRepository sources;
    private final StoredPieceRepository pieces;
    private final PiecePreviews previews;

    SourceCards(SourceRepository sources, StoredPieceRepository pieces, PiecePreviews previews) {
        this.sources = sources;
        this.pieces = pieces;
        this.previews = previews;
    }

    /** Those of some lines, in their order; a source that changed since the lines were found shows itself as it is now. */
    List<Card> of(List<SourceListRow> lines) {
        Map<Long, Source> bySource = new HashMap<>();
        sources.findAllById(
                        lines.stream().map(SourceListRow::sourceId).distinct().toList())
                .forEach(source -> bySource.put(source.id(), source));
        Map<Long, StoredPiece> byId = new HashMap<>();
        pieces.findByIdIn(lines.stream().map(SourceListRow::pieceId).distinct().toList())
                .forEach(piece -> byId.put(piece.id(), piece));
        return lines.stream()
                .map(line -> card(line, bySource.get(line.sourceId()), byId.get(line.pieceId())))
                .filter(Objects::nonNull)
                .toList();
    }

    private @Nullable Card card(SourceListRow line, @Nullable Source source, @Nullable StoredPiece piece) {
        if (source == null) {
            return piece == null ? null : new Card(null, piece, line.number(), previews.key(piece));
        }
        return piece == null || !source.isReady()
                ? new Card(source, null, 0, "")
                : new Card(source, piece, line.number(), PiecePreviews.key(piece, Optional.of(source)));
    }
}
