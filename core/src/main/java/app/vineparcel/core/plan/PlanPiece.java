package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.Taking;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
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

    /** Stands for every aspect that has no place of its own. */
    public static final String ANY_ASPECT = "any";

    /**
     * What of its source a piece is, and how the source is taken.
     *
     * @param piece as the source has it
     * @param taking without what every use of the source keeps out
     * @param layers what could be kept out
     * @param sheet what lies on it, if it is a sheet
     * @param crops where somebody put a crop of it, by {@link Aspect#word()}, or {@link #ANY_ASPECT} for those without a place of their own
     */
    public record Part(
            Piece piece, Taking taking, List<Layer> layers, Optional<Sheet> sheet, Map<String, CropPlace> crops) {

        public Part {
            crops = Map.copyOf(crops);
        }

        /** Nobody put a crop of it anywhere. */
        public Part(Piece piece, Taking taking, List<Layer> layers, Optional<Sheet> sheet) {
            this(piece, taking, layers, sheet, Map.of());
        }

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

    /** The same on white paper. */
    public PlanPiece onPaper() {
        Part papered = new Part(part.piece(), part.taking().onPaper(), part.layers(), part.sheet(), part.crops());
        return new PlanPiece(id, file, name, info, focus, number, papered);
    }

    /** What it is in its source. */
    public Piece piece() {
        return part.piece();
    }

    /** Where a crop to an aspect lies: as somebody put it, else about the focal point; empty if nobody gave one. */
    public Optional<CropPlace> crop(Aspect aspect) {
        return Optional.ofNullable(part.crops().get(aspect.word()))
                .or(() -> Optional.ofNullable(part.crops().get(ANY_ASPECT)))
                .or(() -> focus.map(CropPlace::about));
    }

    /** Whether a focal point can be suggested from its pixels. */
    boolean canSuggestFocus() {
        return piece().kind() == Piece.Kind.PICTURE;
    }
}
