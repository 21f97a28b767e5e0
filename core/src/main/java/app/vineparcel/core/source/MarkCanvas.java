package app.vineparcel.core.source;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.util.function.Consumer;

/** Draws shapes at an asked width and turn onto a clear canvas that just holds them. */
final class MarkCanvas {

    /** The most px of a drawn mark; a wider one is refused before memory is taken. */
    private static final long MOST_PIXELS = 200_000_000;

    private MarkCanvas() {}

    /**
     * Draws something of that natural size.
     *
     * @param width that the natural width becomes, px
     */
    static Pixels draw(
            double naturalWidth, double naturalHeight, int width, double rotation, Consumer<Graphics2D> art) {
        AffineTransform transform = AffineTransform.getRotateInstance(Math.toRadians(rotation));
        transform.scale(width / naturalWidth, width / naturalWidth);
        Rectangle2D seen = transform
                .createTransformedShape(new Rectangle2D.Double(0, 0, naturalWidth, naturalHeight))
                .getBounds2D();
        PixelSize size = new PixelSize(whole(seen.getWidth()), whole(seen.getHeight()));
        if (size.pixels() > MOST_PIXELS) {
            throw new IllegalArgumentException("a mark of " + size + " px is too large to draw");
        }
        BufferedImage image = new BufferedImage(size.width(), size.height(), BufferedImage.TYPE_INT_ARGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        graphics.translate(
                (size.width() - seen.getWidth()) / 2 - seen.getX(),
                (size.height() - seen.getHeight()) / 2 - seen.getY());
        graphics.transform(transform);
        art.accept(graphics);
        graphics.dispose();
        return pixels(image, size);
    }

    private static int whole(double length) {
        return (int) Math.max(1, Math.ceil(length - 1e-6));
    }

    private static Pixels pixels(BufferedImage image, PixelSize size) {
        int[] argb = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        byte[] rgba = new byte[argb.length * 4];
        for (int i = 0; i < argb.length; i++) {
            rgba[4 * i] = (byte) (argb[i] >> 16);
            rgba[4 * i + 1] = (byte) (argb[i] >> 8);
            rgba[4 * i + 2] = (byte) argb[i];
            rgba[4 * i + 3] = (byte) (argb[i] >>> 24);
        }
        return Pixels.of8(size, 4, true, rgba);
    }
}
