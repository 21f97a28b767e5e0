package app.vineparcel.core.plan;

import app.vineparcel.core.codec.VectorFormat;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Taking;
import java.util.List;
import java.util.stream.Stream;

/** Looks over what a piece is made of: shapes that go into pixels or stay shapes, and helpers that nobody wants to see. */
final class PiecePreflight {

    private static final int MOST_HELPERS = 3;

    private PiecePreflight() {}

    static void look(PlanPiece piece, PlanColumn column, List<Finding> findings) {
        notices(piece, findings);
        helpers(piece, column, findings);
        Recipe recipe = column.recipe();
        if (recipe.format() instanceof VectorFormat format) {
            shapes(piece, recipe, format, findings);
        }
        piece.part().sheet().ifPresent(sheet -> sheet.laid().forEach(laid -> helpers(laid.piece(), column, findings)));
    }

    private static void notices(PlanPiece piece, List<Finding> findings) {
        Stream.concat(piece.piece().notices().stream(), piece.info().notices().stream())
                .distinct()
                .map(Finding::of)
                .forEach(findings::add);
    }

    private static void helpers(PlanPiece piece, PlanColumn column, List<Finding> findings) {
        Taking taking = piece.part().taking().without(column.rules().keptOut());
        List<Layer> still = piece.part().layers().stream()
                .filter(layer -> layer.shown() && layer.helper().isPresent())
                .filter(layer -> layer.on().isEmpty()
                        || layer.on().contains(piece.piece().key()))
                .filter(layer -> !taking.keepsOut(layer))
                .limit(MOST_HELPERS)
                .toList();
        still.forEach(layer -> findings.add(new Finding(
                Finding.Level.CAUTION,
                "helper-in",
                "“%s” is likely a helper, because %s. Keep it out of the source or of the channel, unless it is meant to be seen."
                        .formatted(layer.name(), layer.helper().orElseThrow()))));
    }

    private static void shapes(PlanPiece piece, Recipe recipe, VectorFormat format, List<Finding> findings) {
        boolean pictureOnSheet = piece.part().sheet().isPresent()
                && piece.part().sheet().get().laid().stream()
                        .anyMatch(laid -> !laid.piece().piece().isDrawn());
        if ((!piece.piece().isDrawn() || pictureOnSheet) && !(format instanceof VectorFormat.Pdf)) {
            findings.add(new Finding(
                    Finding.Level.BLOCKER,
                    "no-shapes",
                    "%s holds shapes, and this %s. Choose PDF or a picture format."
                            .formatted(
                                    format.title(),
                                    pictureOnSheet ? "sheet has a picture on it" : "piece is a picture")));
        }
        if (!piece.piece().isDrawn()) {
            return;
        }
        if (recipe.watermark().isPresent()) {
            findings.add(
                    new Finding(
                            Finding.Level.BLOCKER,
                            "mark-on-shapes",
                            "A watermark cannot be laid over shapes that stay shapes. Choose a picture format, or leave the watermark off."));
        }
        if (!recipe.sharpen().changesNothing()) {
            findings.add(new Finding(
                    Finding.Level.HINT, "shapes-stay-sharp", "Shapes need no sharpening; the recipe's is left out."));
        }
        if (format instanceof VectorFormat.Eps) {
            findings.add(new Finding(
                    Finding.Level.HINT,
                    "flattened",
                    "EPS has no transparency: where the piece has some, that part becomes pixels at %d ppi."
                            .formatted(recipe.rasterPpi())));
        }
    }
}
