package app.vineparcel.web.sources;

import app.vineparcel.core.source.Piece;
import app.vineparcel.web.Text;
import java.time.LocalDateTime;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What orders and finds a card on the sources page, without what the card itself shows.
 *
 * @param sourceId its source; 0 for a sheet
 * @param pieceId its piece; 0 where the source has not been read, or cannot be
 * @param number its place among all pieces, from 1; 0 without a piece
 * @param name of the piece, else of the file
 * @param key what its source calls the piece
 * @param kind of the piece; none without one
 * @param offered whether it is rendered unless somebody says otherwise
 * @param state of the source
 * @param missing whether the file was no longer there when it was looked for last
 * @param folder where it came from
 * @param document the file's name, if it holds several pieces; else empty
 * @param keptOut how many layers are kept out of it
 * @param taken when the picture was taken
 * @param aspect width over height; 1 without a piece
 */
record SourceListRow(
        long sourceId,
        long pieceId,
        int number,
        String name,
        String key,
        Piece.@Nullable Kind kind,
        boolean offered,
        Source.State state,
        boolean missing,
        String folder,
        String document,
        int keptOut,
        Optional<LocalDateTime> taken,
        double aspect) {

    /** The same with its place among all pieces. */
    SourceListRow numbered(int place) {
        return new SourceListRow(
                sourceId, pieceId, place, name, key, kind, offered, state, missing, folder, document, keptOut, taken,
                aspect);
    }

    /** As people are told. */
    String stateWord() {
        return missing
                ? "missing"
                : switch (state) {
                    case WAITING -> Text.of("sources.being-read");
                    case UNREADABLE -> Text.of("sources.not-readable");
                    default -> "ready";
                };
    }

    String orientation() {
        return aspect > 1.005 ? "landscape" : aspect < 0.995 ? "portrait" : "square";
    }
}
