package app.vineparcel.core.codec.eps;

import java.awt.Shape;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.Optional;

/**
 * One thing that a page paints.
 *
 * @param soft whether PostScript has no word for it, so that it has to become pixels
 * @param bounds what it may touch, in points of the page
 * @param clip what it is seen in; empty for everything
 * @param glyph the letter that it paints, if it is one
 * @param writing writes it as PostScript; never called where it is soft
 */
record PaintOp(boolean soft, Rectangle2D bounds, Optional<Shape> clip, Optional<Glyph> glyph, Writing writing) {

    /** Writes an operation. */
    @FunctionalInterface
    interface Writing {
        void to(PostScript out) throws IOException;
    }

    boolean isSeen() {
        return bounds.getWidth() > 0 && bounds.getHeight() > 0;
    }
}
