package app.vineparcel.core.codec.pdf;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import org.apache.batik.ext.awt.image.GraphicsUtil;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.gvt.RasterImageNode;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.util.Matrix;

/**
 * A node drawn as pixels, since PDF has no word for it.
 *
 * @param image with transparency
 * @param place where it goes, in the coordinates within the node, y downwards
 */
record SceneRaster(BufferedImage image, Rectangle2D place) {

    private static final int MOST_PX = 100_000_000;

    /** A node with its filter, clip, mask and opacity, at a resolution on paper. */
    static SceneRaster of(GraphicsNode node, Rectangle2D bounds, AffineTransform toForm, int ppi) throws IOException {
        AffineTransform own = node.getTransform();
        return drawn(bounds, scale(toForm, ppi), graphics -> {
            // painting brings the node's own transform in, and we stand behind it already
            if (own != null) {
                try {
                    graphics.transform(own.createInverse());
                } catch (java.awt.geom.NoninvertibleTransformException flat) {
                    return;
                }
            }
            node.paint(graphics);
        });
    }

    /** A picture in the drawing: not finer than it is, not finer than asked. */
    static SceneRaster picture(GraphicsNode node, AffineTransform toForm, int ppi) throws IOException {
        Rectangle2D bounds = node.getPrimitiveBounds();
        double scale = scale(toForm, ppi);
        if (node instanceof RasterImageNode raster && raster.getImage() != null) {
            Rectangle2D own = raster.getImage().getBounds2D();
            // the picture's own pixels are its units where it was read
            scale = Math.min(scale, Math.max(own.getWidth() / bounds.getWidth(), 1e-3));
        }
        return drawn(bounds, scale, node::primitivePaint);
    }

    private static double scale(AffineTransform toForm, int ppi) {
        return Math.sqrt(Math.abs(toForm.getDeterminant())) * ppi / 72;
    }

    private static SceneRaster drawn(Rectangle2D bounds, double scale, java.util.function.Consumer<Graphics2D> art)
            throws IOException {
        double width = Math.max(1, Math.ceil(bounds.getWidth() * scale));
        double height = Math.max(1, Math.ceil(bounds.getHeight() * scale));
        if (width * height > MOST_PX) {
            throw new IOException("a filtered part of it would have %.0f million pixels; ask for a lower resolution."
                    .formatted(width * height / 1e6));
        }
        BufferedImage image = new BufferedImage((int) width, (int) height, BufferedImage.TYPE_INT_ARGB_PRE);
        Graphics2D graphics = GraphicsUtil.createGraphics(image);
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        graphics.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        graphics.clipRect(0, 0, (int) width, (int) height);
        graphics.scale(width / bounds.getWidth(), height / bounds.getHeight());
        graphics.translate(-bounds.getX(), -bounds.getY());
        art.accept(graphics);
        graphics.dispose();
        return new SceneRaster(image, bounds);
    }

    void put(PdfTarget target, PDFormContentStream out) throws IOException {
        BufferedImage straight = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_INT_ARGB);
        straight.createGraphics().drawImage(image, 0, 0, null);
        PDImageXObject picture = LosslessFactory.createFromImage(target.document(), straight);
        picture.setColorSpace(target.srgb());
        picture.setInterpolate(true);
        AffineTransform onto = new AffineTransform(
                place.getWidth(), 0, 0, -place.getHeight(), place.getX(), place.getY() + place.getHeight());
        out.drawImage(picture, new Matrix(onto));
    }
}
