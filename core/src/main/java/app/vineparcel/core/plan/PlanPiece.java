package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Aspect;
import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
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
     * @param options without what every use of the source keeps out
     * @param layers what could be kept out
     * @param sheet what lies on it, if it is a sheet
     * @param crops where somebody put a crop of it, by {@link Aspect#word()}, or {@link #ANY_ASPECT} for those without a place of their own
     * @param known what else is known of it
     */
    public record Part(
            Piece piece,
            SourceOptions options,
            List<Layer> layers,
            Optional<Sheet> sheet,
            Map<String, CropPlace> crops,
            Known known) {

        public Part {
            crops = Map.copyOf(crops);
        }

        /** Nothing else is known of it. */
        public Part(
                Piece piece,
                SourceOptions options,
                List<Layer> layers,
                Optional<Sheet> sheet,
                Map<String, CropPlace> crops) {
            this(piece, options, layers, sheet, crops, Known.NOTHING);
        }

        /** Nobody put a crop of it anywhere. */
        public Part(Piece piece, SourceOptions options, List<Layer> layers, Optional<Sheet> sheet) {
            this(piece, options, layers, sheet, Map.of());
        }

        /** Of a source that is taken as it stands. */
        public static Part plain(Piece piece) {
            return new Part(piece, SourceOptions.PLAIN, List.of(), Optional.empty());
        }
    }

    /**
     * What is known of a piece besides what its source says of itself.
     *
     * @param facts of its pixels; empty until they are measured
     * @param file whether its file is as it was when it was read
     * @param altText what somebody wrote for those who cannot see it; what the picture carries is among its source's facts
     * @param twin the name of another piece of the plan that looks nearly the same
     * @param content what its file held when it was read; empty where nobody looked
     */
    public record Known(
            Optional<PictureFacts> facts,
            FileState file,
            Optional<String> altText,
            Optional<String> twin,
            Optional<FileContent> content) {

        /** Nothing is. */
        public static final Known NOTHING =
                new Known(Optional.empty(), FileState.AS_READ, Optional.empty(), Optional.empty(), Optional.empty());

        /** Of a file whose content nobody looked at. */
        public Known(Optional<PictureFacts> facts, FileState file, Optional<String> altText, Optional<String> twin) {
            this(facts, file, altText, twin, Optional.empty());
        }

        /** The same with facts. */
        public Known with(Optional<PictureFacts> found) {
            return new Known(found, file, altText, twin, content);
        }

        /** The same beside another piece that looks nearly the same. */
        public Known beside(String other) {
            return new Known(facts, file, altText, Optional.of(other), content);
        }

        /** The same of a file that holds this. */
        public Known holding(FileContent found) {
            return new Known(facts, file, altText, twin, Optional.of(found));
        }
    }

    /** How a file is against what was read of it. */
    public enum FileState {
        AS_READ,
        CHANGED,
        MISSING
    }

    /** A whole picture. */
    public static PlanPiece picture(
            String id, Path file, String name, SourceInfo info, Optional<FocalPoint> focus, int number) {
        return new PlanPiece(id, file, name, info, focus, number, Part.plain(Piece.picture(name, info.size())));
    }

    /** The same on white paper. */
    public PlanPiece onPaper() {
        Part papered = new Part(
                part.piece(), part.options().onPaper(), part.layers(), part.sheet(), part.crops(), part.known());
        return new PlanPiece(id, file, name, info, focus, number, papered);
    }

    /** The same with other things known of it. */
    public PlanPiece withKnown(Known known) {
        Part other = new Part(part.piece(), part.options(), part.layers(), part.sheet(), part.crops(), known);
        return new PlanPiece(id, file, name, info, focus, number, other);
    }

    /** The same with no more than what rendering needs of it. */
    public PlanPiece bare() {
        Optional<Sheet> sheet = part.sheet()
                .map(one -> new Sheet(
                        one.size(),
                        one.ground(),
                        one.items().stream()
                                .map(item -> new Sheet.Item(item.piece().bare(), item.place()))
                                .toList()));
        Known known = new Known(
                Optional.empty(),
                FileState.AS_READ,
                part.known().altText(),
                Optional.empty(),
                part.known().content());
        return new PlanPiece(
                id,
                file,
                name,
                info,
                focus,
                number,
                new Part(part.piece(), part.options(), List.of(), sheet, part.crops(), known));
    }

    /** What is known of it besides what its source says. */
    public Known known() {
        return part.known();
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
