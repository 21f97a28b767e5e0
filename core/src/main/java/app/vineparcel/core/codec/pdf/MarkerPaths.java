package app.vineparcel.core.codec.pdf;

import java.awt.AlphaComposite;
import java.awt.Color;
import java.awt.Composite;
import java.awt.Graphics;
import java.awt.Graphics2D;
import java.awt.GraphicsConfiguration;
import java.awt.Image;
import java.awt.Paint;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.image.ImageObserver;
import java.awt.image.RenderedImage;
import java.awt.image.renderable.RenderableImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.batik.ext.awt.g2d.AbstractGraphics2D;
import org.apache.batik.ext.awt.g2d.GraphicContext;
import org.apache.batik.gvt.ShapePainter;

/** The outlines that a painter of markers fills: it hides them from everything but painting, so it is let paint here. */
final class MarkerPaths extends AbstractGraphics2D {

    private record Filled(Shape shape, Paint paint) {}

    /** Takes one outline. */
    @FunctionalInterface
    interface Use {
        void of(Shape shape, Paint paint) throws IOException;
    }

    private final List<Filled> filled;

    private MarkerPaths() {
        super(true);
        gc = new GraphicContext();
        filled = new ArrayList<>();
    }

    private MarkerPaths(MarkerPaths original) {
        super(original);
        filled = original.filled;
    }

    static MarkerPaths of(ShapePainter painter) {
        MarkerPaths paths = new MarkerPaths();
        painter.paint(paths);
        return paths;
    }

    void each(Use use) throws IOException {
        for (Filled one : filled) {
            use.of(one.shape(), one.paint());
        }
    }

    @Override
    public void fill(Shape shape) {
        Shape placed = getTransform().createTransformedShape(shape);
        Shape clip = getClip();
        if (clip != null) {
            java.awt.geom.Area limited = new java.awt.geom.Area(placed);
            limited.intersect(new java.awt.geom.Area(getTransform().createTransformedShape(clip)));
            placed = limited;
        }
        filled.add(new Filled(placed, faded(getPaint())));
    }

    private Paint faded(Paint paint) {
        Composite composite = getComposite();
        if (paint instanceof Color colour && composite instanceof AlphaComposite alpha && alpha.getAlpha() < 1) {
            return new Color(
                    colour.getRed(),
                    colour.getGreen(),
                    colour.getBlue(),
                    Math.round(colour.getAlpha() * alpha.getAlpha()));
        }
        return paint;
    }

    @Override
    public void draw(Shape shape) {
        fill(getStroke().createStrokedShape(shape));
    }

    @Override
    public Graphics create() {
        return new MarkerPaths(this);
    }

    @Override
    public void drawRenderableImage(RenderableImage image, AffineTransform transform) {
        // pictures in markers are not carried over
    }

    @Override
    public void drawRenderedImage(RenderedImage image, AffineTransform transform) {
        // pictures in markers are not carried over
    }

    @Override
    public boolean drawImage(Image image, int x, int y, ImageObserver observer) {
        return true;
    }

    @Override
    public boolean drawImage(Image image, int x, int y, int width, int height, ImageObserver observer) {
        return true;
    }

    @Override
    public void drawString(String text, float x, float y) {
        // text in markers comes as outlines
    }

    @Override
    public void drawString(java.text.AttributedCharacterIterator text, float x, float y) {
        // text in markers comes as outlines
    }

    @Override
    public GraphicsConfiguration getDeviceConfiguration() {
        return Measure.GRAPHICS.getDeviceConfiguration();
    }

    @Override
    public java.awt.FontMetrics getFontMetrics(java.awt.Font font) {
        return Measure.GRAPHICS.getFontMetrics(font);
    }

    @Override
    public void setXORMode(Color colour) {
        // nothing is drawn
    }

    @Override
    public void copyArea(int x, int y, int width, int height, int dx, int dy) {
        // nothing is drawn
    }

    @Override
    public void dispose() {
        // nothing is held
    }

    private static final class Measure {
        static final Graphics2D GRAPHICS =
                new java.awt.image.BufferedImage(1, 1, java.awt.image.BufferedImage.TYPE_INT_ARGB).createGraphics();
    }
}
