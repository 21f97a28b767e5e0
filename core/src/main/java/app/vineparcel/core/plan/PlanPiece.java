package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.Taking;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * One thing that is to be rendered.
 *
 * @param id whatever the caller knows it by
 * @param file where the source lies
 * @param name what people call the piece
 * @param info what is known of its source
 * @param focus the point that a crop keeps; where it is empty one is suggested from the pixels
 * @param number its place among the chosen pieces, from 1
 * @param part what of the source it is
 */
public record PlanPiece(
        String id, Path file, String name, SourceInfo info, Optional<FocalPoint> focus, int number, Part part) {

    /**
     * What of its source a piece is, and how the source is taken.
     *
     * @param piece as the source has it
     * @param taking without what every use of the source keeps out
     * @param layers what could be kept out
     * @param sheet what lies on it, if it is a sheet
     */
    public record Part(Piece piece, Taking taking, List<Layer> layers, Optional<Sheet> sheet) {

        /** Of a source that is taken as it stands. */
        public static Part plain(Piece piece) {
            return new Part(piece, Taking.PLAIN, List.of(), Optional.empty());
        }
    }

    /** A whole picture. */
    public static PlanPiece picture(
            String id, Path file, String name, SourceInfo info, Optional<FocalPoint> focus, int number) {
        return new PlanPiece(id, file, name, info, focus, number, Part.plain(Piece.picture(name, info.size())));
    }

    /** What it is in its source. */
    public Piece piece() {
        return part.piece();
    }

    /** Whether a focal point can be suggested from its pixels. */
    boolean canSuggestFocus() {
        return piece().kind() == Piece.Kind.PICTURE;
    }
}
