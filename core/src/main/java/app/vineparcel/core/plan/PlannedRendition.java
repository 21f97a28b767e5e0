package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Fitting;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.recipe.Recipe;
import java.util.List;
import java.util.Optional;

/**
 * One file that will be made.
 *
 * @param piece of what
 * @param column by which recipe
 * @param framing which part of the piece, at how many pixels
 * @param path where it goes, relative to the destination, with {@code /} between folders
 * @param predictedBytes about how heavy it will be
 * @param findings what preflight noticed
 */
public record PlannedRendition(
        PlanPiece piece, PlanColumn column, Framing framing, String path, long predictedBytes, List<Finding> findings) {

    /** Whether which part is shown depends on a focal point that nobody gave; sizes never do. */
    public boolean needsFocus() {
        PixelSize whole = piece.info().size();
        return piece.focus().isEmpty() && !framing.crop().isWholeOf(whole);
    }

    /** The framing about a focal point that was found since. */
    public Framing framing(Optional<FocalPoint> found) {
        Recipe recipe = column.recipe();
        return found.map(focus -> new Fitting(
                                recipe.crop(),
                                recipe.size().sizing(),
                                recipe.size().enlarge())
                        .frame(piece.info().size(), focus))
                .orElse(framing);
    }

    /** The rendition's size, px. */
    public PixelSize size() {
        return framing.canvas();
    }

    /** Whether nothing stands in its way. */
    public boolean canBeMade() {
        return findings.stream().noneMatch(f -> f.level() == Finding.Level.BLOCKER);
    }

    PlannedRendition with(Finding finding) {
        List<Finding> all = new java.util.ArrayList<>(findings);
        all.add(finding);
        return new PlannedRendition(piece, column, framing, path, predictedBytes, List.copyOf(all));
    }
}
