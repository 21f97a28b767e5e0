package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.source.Piece;
import java.util.List;
import java.util.OptionalInt;

/**
 * Several pieces on one canvas, in CSS px.
 *
 * @param size of the canvas
 * @param ground its colour, 0xRRGGBB; empty leaves it clear
 * @param items the pieces, the lowest first
 */
public record Sheet(Extent size, OptionalInt ground, List<Item> items) {

    /** The most pieces that one sheet takes. */
    public static final int MOST = 500;

    /**
     * A piece on a sheet.
     *
     * @param piece what; never a sheet itself
     * @param place where all of it goes
     */
    public record Item(PlanPiece piece, Box place) {}

    public Sheet {
        items = List.copyOf(items);
    }

    /** How large a piece is on a sheet at its natural size: what is drawn as on paper, a picture's pixel as one CSS px. */
    public static Extent natural(Piece piece) {
        return piece.unitsPerInch().isPresent()
                ? piece.size().times(Piece.CSS_PX / piece.unitsPerInch().getAsDouble())
                : piece.size();
    }
}
