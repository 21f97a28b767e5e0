package app.vineparcel.core.source;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.OptionalInt;
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
    static Pixels draw(double naturalWidth, double naturalHeight, int width, double rotation, Consumer<Graphics2D> art)
            throws IOException {
        AffineTransform transform = AffineTransform.getRotateInstance(Math.toRadians(rotation));
        transform.scale(width / naturalWidth, width / naturalWidth);
        Rectangle2D seen = transform
                .createTransformedShape(new Rectangle2D.Double(0, 0, naturalWidth, naturalHeight))
                .getBounds2D();
        PixelSize size = new PixelSize(whole(seen.getWidth()), whole(seen.getHeight()));
        if (size.pixels() > MOST_PIXELS) {
            throw new IllegalArgumentException("a mark of " + size + " px is too large to draw");
        }
        return Canvas.draw(size, OptionalInt.empty(), graphics -> {
            graphics.translate(
                    (size.width() - seen.getWidth()) / 2 - seen.getX(),
                    (size.height() - seen.getHeight()) / 2 - seen.getY());
            graphics.transform(transform);
            art.accept(graphics);
        });
    }

    private static int whole(double length) {
        return (int) Math.max(1, Math.ceil(length - 1e-6));
    }
}
