package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Fitting;
import app.vineparcel.core.geometry.Sizing;
import app.vineparcel.core.recipe.SizeClause;
import app.vineparcel.core.source.Piece;

/** The rule by which a column frames a piece. */
final class Frames {

    private Frames() {}

    static Fitting of(PlanPiece planned, PlanColumn column) {
        SizeClause size = column.recipe().size();
        Piece piece = planned.piece();
        Sizing sizing = size.sizing();
        if (piece.isDrawn()
                && sizing instanceof Sizing.Original
                && size.ppi().isPresent()
                && !column.recipe().format().isVector()) {
            sizing = new Sizing.Scaled(
                    size.ppi().getAsInt() / piece.unitsPerInch().getAsDouble());
        }
        return new Fitting(column.recipe().crop(), sizing.times(column.density()), size.enlarge() || piece.isDrawn());
    }
}
