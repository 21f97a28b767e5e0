package app.vineparcel.core.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.recipe.WatermarkClause;
import app.vineparcel.core.source.MarkShape;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.TextMark;
import java.util.List;
import java.util.Optional;

/**
 * Looks over a recipe's watermark: whether it fits, and whether it will be seen.
 *
 * @param clause what the recipe says
 * @param onLight the mark for light ground; empty if it cannot be drawn
 * @param onDark the one for dark ground, the same where it does not adapt
 */
record MarkPreflight(WatermarkClause clause, Optional<MarkShape> onLight, Optional<MarkShape> onDark) {

    /** px below which a watermark cannot be read. */
    static final int LEAST_HEIGHT = 24;

    /** Steps of L*, 0 to 100, below which it cannot be told from what lies under it. */
    static final double LEAST_CONTRAST = 12;

    static MarkPreflight of(WatermarkClause clause, Shelf shelf) {
        if (clause.mark() instanceof WatermarkClause.TextMark text) {
            return new MarkPreflight(
                    clause,
                    MarkShape.of(
                            new TextMark(text.text(), clause.adapts() ? text.adapted(true) : text.rgb()),
                            clause.rotation()),
                    MarkShape.of(
                            new TextMark(text.text(), clause.adapts() ? text.adapted(false) : text.rgb()),
                            clause.rotation()));
        }
        WatermarkClause.FileMark file = (WatermarkClause.FileMark) clause.mark();
        Optional<MarkShape> usual = shape(shelf, file.name(), clause);
        boolean another = clause.adapts() && file.onDark().isPresent();
        return new MarkPreflight(
                clause, usual, another ? shape(shelf, file.onDark().get(), clause) : usual);
    }

    private static Optional<MarkShape> shape(Shelf shelf, String name, WatermarkClause clause) {
        try {
            return shelf.hasMark(name) ? MarkShape.of(shelf.mark(name), clause.rotation()) : Optional.empty();
        } catch (ProblemException unreadable) {
            return Optional.empty();
        }
    }

    void check(PlanPiece piece, Framing framing, List<Finding> findings) {
        if (onLight.isEmpty()) {
            return;
        }
        PixelSize canvas = framing.canvas();
        int shortEdge = Math.min(canvas.width(), canvas.height());
        double natural = Math.max(1, clause.scale() * shortEdge);
        PixelSize mark = new PixelSize(
                (int) Math.max(1, Math.round(natural * onLight.get().width())),
                (int) Math.max(1, Math.round(natural * onLight.get().height())));
        if (mark.width() > canvas.width() || mark.height() > canvas.height()) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "mark-too-large",
                    "The watermark would be %s on a picture of %s and would be cut off. Make it smaller in the recipe."
                            .formatted(mark, canvas)));
        } else if (mark.height() < LEAST_HEIGHT) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "mark-too-small",
                    "The watermark would be %d px high; below %d it cannot be read. Make it larger in the recipe, or leave it off."
                            .formatted(mark.height(), LEAST_HEIGHT)));
        }
        piece.known().facts().ifPresent(facts -> contrast(facts, piece, framing, mark, findings));
    }

    private void contrast(
            PictureFacts facts, PlanPiece piece, Framing framing, PixelSize mark, List<Finding> findings) {
        double ground = facts.light().mean(under(piece, framing, mark));
        MarkShape shape = (ground > WatermarkClause.MIDDLE ? onLight : onDark.or(() -> onLight)).orElseThrow();
        double contrast = Math.abs(shape.lightness() - ground) * 100 * clause.opacity();
        if (contrast < LEAST_CONTRAST) {
            findings.add(new Finding(
                    Finding.Level.CAUTION,
                    "mark-low-contrast",
                    "The watermark is hardly visible on this picture (%.0f steps of lightness; %.0f are needed). Let it adapt, or move it."
                            .formatted(contrast, LEAST_CONTRAST)));
        }
    }

    /** What lies under the mark, in shares of the piece's sides; all of what is shown where it is repeated. */
    private Box under(PlanPiece piece, Framing framing, PixelSize mark) {
        PixelSize canvas = framing.canvas();
        double inset = clause.inset() * Math.min(canvas.width(), canvas.height());
        double left = clause.tile() ? 0 : clause.anchor().left(canvas, mark, inset) - framing.left();
        double top = clause.tile() ? 0 : clause.anchor().top(canvas, mark, inset) - framing.top();
        double width = clause.tile() ? framing.content().width() : mark.width();
        double height = clause.tile() ? framing.content().height() : mark.height();
        double across = framing.crop().width() / framing.content().width();
        double down = framing.crop().height() / framing.content().height();
        return PixelPreflight.share(
                new Box(
                        framing.crop().x() + left * across,
                        framing.crop().y() + top * down,
                        Math.max(1e-6, width * across),
                        Math.max(1e-6, height * down)),
                piece);
    }
}
