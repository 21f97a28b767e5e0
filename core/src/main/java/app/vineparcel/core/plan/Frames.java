package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.ExactFraming;
import app.vineparcel.core.geometry.Fitting;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.Sizing;
import app.vineparcel.core.recipe.SizeClause;
import app.vineparcel.core.source.Piece;
import java.util.Optional;

/** The rule by which a column frames a piece. */
final class Frames {

    private static final CropPlace CENTRED = CropPlace.about(FocalPoint.CENTRE);

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

    /** Where a column's crop lies on a piece; empty if it depends on a focal point that nobody gave. */
    static Optional<CropPlace> place(PlanPiece planned, Fitting fitting) {
        return fitting.cropsTo().flatMap(planned::crop).or(() -> planned.focus().map(CropPlace::about));
    }

    /** Whether which part is shown depends on a focal point that nobody gave. */
    static boolean needsFocus(PlanPiece planned, PlanColumn column, Framing framing) {
        return place(planned, of(planned, column)).isEmpty()
                && planned.canSuggestFocus()
                && !framing.crop().isWholeOf(planned.piece().pixels());
    }

    static Framing frame(PlanPiece planned, PlanColumn column) {
        Fitting fitting = of(planned, column);
        return fitting.frame(planned.piece().size(), place(planned, fitting).orElse(CENTRED));
    }

    static ExactFraming exact(PlanPiece planned, PlanColumn column) {
        Fitting fitting = of(planned, column);
        return fitting.exact(planned.piece().size(), place(planned, fitting).orElse(CENTRED));
    }
}
