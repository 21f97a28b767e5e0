package app.vineparcel.core.codec.pdf;

import java.awt.geom.AffineTransform;
import java.awt.geom.NoninvertibleTransformException;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.lang.reflect.Field;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.gvt.PatternPaint;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.util.Matrix;

/** Patterns: one tile as a form, items down as often as the filled outline needs. */
final class Tiles {

    private static final int MOST = 20_000;

    private final PdfTarget target;
    private final int rasterPpi;

    Tiles(PdfTarget target, int rasterPpi) {
        this.target = target;
        this.rasterPpi = rasterPpi;
    }

    /** Fills the current clip with a pattern. */
    void put(PatternPaint pattern, Rectangle2D bounds, AffineTransform toForm, PDFormContentStream out)
            throws IOException {
        Rectangle2D tile = pattern.getPatternRect();
        AffineTransform placed = pattern.getPatternTransform();
        Rectangle2D seen;
        try {
            seen = placed.createInverse().createTransformedShape(bounds).getBounds2D();
        } catch (NoninvertibleTransformException e) {
            return;
        }
        if (tile.isEmpty()) {
            return;
        }
        int left = (int) Math.floor((seen.getMinX() - tile.getMaxX()) / tile.getWidth());
        int right = (int) Math.ceil((seen.getMaxX() - tile.getX()) / tile.getWidth());
        int top = (int) Math.floor((seen.getMinY() - tile.getMaxY()) / tile.getHeight());
        int bottom = (int) Math.ceil((seen.getMaxY() - tile.getY()) / tile.getHeight());
        if ((long) (right - left + 1) * (bottom - top + 1) > MOST) {
            throw new IOException("a pattern in it repeats more than %d times.".formatted(MOST));
        }
        PDFormXObject form = tile(pattern, tile, toForm);
        Paths.transform(placed, out);
        for (int y = top; y <= bottom; y++) {
            for (int x = left; x <= right; x++) {
                out.saveGraphicsState();
                out.transform(
                        Matrix.getTranslateInstance((float) (x * tile.getWidth()), (float) (y * tile.getHeight())));
                out.drawForm(form);
                out.restoreGraphicsState();
            }
        }
    }

    private PDFormXObject tile(PatternPaint pattern, Rectangle2D tile, AffineTransform toForm) throws IOException {
        AffineTransform within = new AffineTransform(toForm);
        within.concatenate(pattern.getPatternTransform());
        Rectangle2D drawn = pattern.getGraphicsNode().getBounds();
        Rectangle2D box = pattern.getOverflow() && drawn != null ? tile.createUnion(drawn) : tile;
        PDFormXObject form = target.form(new org.apache.pdfbox.pdmodel.common.PDRectangle(
                (float) box.getX(), (float) box.getY(), (float) box.getWidth(), (float) box.getHeight()));
        try (PDFormContentStream out = new PDFormContentStream(form)) {
            new ScenePainter(target, out, within, rasterPpi, ScenePainter.EVERYWHERE)
                    .paint(art(pattern.getGraphicsNode()));
        }
        return form;
    }

    /**
     * What a pattern is made of. The library wraps it into a node that only paints; where the wrapping cannot be looked into, the tile
     * becomes pixels like everything that is no shape.
     */
    private static GraphicsNode art(GraphicsNode wrapped) {
        try {
            Field inner = wrapped.getClass().getDeclaredField("pcn");
            inner.setAccessible(true);
            return inner.get(wrapped) instanceof GraphicsNode node ? node : wrapped;
        } catch (ReflectiveOperationException | RuntimeException asItIs) {
            return wrapped;
        }
    }
}
