package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.SourceOptions;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Looks over what a piece is made of: shapes that go into pixels or stay shapes, and helpers that nobody wants to see. */
final class PiecePreflight {

    private static final int MOST_HELPERS = 3;

    private final Map<PlanPiece, List<Layer>> helpersOf = new IdentityHashMap<>();
    private final Map<PlanPiece, List<Finding>> noticesOf = new IdentityHashMap<>();

    void check(PlanPiece piece, PlanColumn column, List<Finding> findings) {
        findings.addAll(noticesOf.computeIfAbsent(piece, PiecePreflight::notices));
        helpers(piece, column, findings);
        Recipe recipe = column.recipe();
        recipe.format().shapes().ifPresent(shapes -> shapes(piece, recipe, shapes, findings));
        piece.part().sheet().ifPresent(sheet -> sheet.items().forEach(item -> helpers(item.piece(), column, findings)));
    }

    private static List<Finding> notices(PlanPiece piece) {
        return Stream.concat(piece.piece().notices().stream(), piece.info().notices().stream())
                .distinct()
                .map(Finding::of)
                .toList();
    }

    private static List<Layer> shownHelpers(PlanPiece piece) {
        return piece.part().layers().stream()
                .filter(layer -> layer.shown() && layer.helper().isPresent())
                .filter(layer -> layer.on().isEmpty()
                        || layer.on().contains(piece.piece().key()))
                .filter(layer -> !piece.part().options().keepsOut(layer))
                .toList();
    }

    private void helpers(PlanPiece piece, PlanColumn column, List<Finding> findings) {
        List<Layer> shown = helpersOf.computeIfAbsent(piece, PiecePreflight::shownHelpers);
        if (shown.isEmpty()) {
            return;
        }
        SourceOptions options = SourceOptions.PLAIN.without(column.rules().keptOut());
        List<Layer> still = shown.stream()
                .filter(layer -> !options.keepsOut(layer))
                .limit(MOST_HELPERS)
                .toList();
        still.forEach(layer -> findings.add(new Finding(
                Finding.Level.CAUTION,
                "helper-in",
                "“%s” is probably a helper layer, because %s. Leave it out of the source or the channel, unless it should be seen."
                        .formatted(layer.name(), layer.helper().orElseThrow()))));
    }

    /** Why a format of shapes cannot hold a piece. */
    static Optional<String> notFor(PlanPiece piece, OutputFormat format) {
        boolean pictureOnSheet = piece.part().sheet().isPresent()
                && piece.part().sheet().get().items().stream()
                        .anyMatch(item -> !item.piece().piece().isDrawn());
        boolean held = format.shapes().map(Shapes::holdsPictures).orElse(true);
        return held || piece.piece().isDrawn() && !pictureOnSheet
                ? Optional.empty()
                : Optional.of("%s holds shapes, and this %s. Choose PDF or a picture format."
                        .formatted(
                                format.title(), pictureOnSheet ? "sheet has a picture on it" : "piece is a picture"));
    }

    private static void shapes(PlanPiece piece, Recipe recipe, Shapes shapes, List<Finding> findings) {
        notFor(piece, recipe.format())
                .ifPresent(reason -> findings.add(new Finding(Finding.Level.BLOCKER, "no-shapes", reason)));
        if (!piece.piece().isDrawn()) {
            return;
        }
        if (recipe.watermark().isPresent()) {
            findings.add(
                    new Finding(
                            Finding.Level.BLOCKER,
                            "mark-on-shapes",
                            "A watermark cannot be placed on vector shapes. Choose a picture format, or turn the watermark off."));
        }
        if (!recipe.sharpen().changesNothing()) {
            findings.add(new Finding(
                    Finding.Level.HINT, "shapes-stay-sharp", "Vector shapes need no sharpening; it is skipped."));
        }
        if (!shapes.holdsTransparency()) {
            findings.add(new Finding(
                    Finding.Level.HINT,
                    "rasterised-in-part",
                    "%s has no transparency: where the piece has some, that part becomes pixels at %d ppi."
                            .formatted(recipe.format().title(), recipe.rasterPpi())));
        }
    }
}
