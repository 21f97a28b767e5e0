package app.vineparcel.core.codec.pdf;

import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.io.IOException;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.util.Matrix;

/** Outlines as PDF paths. */
final class Paths {

    private Paths() {}

    /**
     * Puts an outline down as the current path.
     *
     * @return whether it is filled by the even-odd rule
     */
    static boolean put(Shape shape, PDFormContentStream out) throws IOException {
        PathIterator path = shape.getPathIterator(null);
        float[] c = new float[6];
        float x = 0;
        float y = 0;
        for (; !path.isDone(); path.next()) {
            switch (path.currentSegment(c)) {
                case PathIterator.SEG_MOVETO -> {
                    out.moveTo(c[0], c[1]);
                    x = c[0];
                    y = c[1];
                }
                case PathIterator.SEG_LINETO -> {
                    out.lineTo(c[0], c[1]);
                    x = c[0];
                    y = c[1];
                }
                case PathIterator.SEG_QUADTO -> {
                    // a quadratic curve as the cubic one that is equal to it
                    out.curveTo(
                            x + 2 * (c[0] - x) / 3,
                            y + 2 * (c[1] - y) / 3,
                            c[2] + 2 * (c[0] - c[2]) / 3,
                            c[3] + 2 * (c[1] - c[3]) / 3,
                            c[2],
                            c[3]);
                    x = c[2];
                    y = c[3];
                }
                case PathIterator.SEG_CUBICTO -> {
                    out.curveTo(c[0], c[1], c[2], c[3], c[4], c[5]);
                    x = c[4];
                    y = c[5];
                }
                default -> out.closePath();
            }
        }
        return path.getWindingRule() == PathIterator.WIND_EVEN_ODD;
    }

    /** Whether there is anything in an outline. */
    static boolean isEmpty(Shape shape) {
        return shape.getPathIterator(null).isDone();
    }

    static void fill(Shape shape, PDFormContentStream out) throws IOException {
        if (isEmpty(shape)) {
            return;
        }
        if (put(shape, out)) {
            out.fillEvenOdd();
        } else {
            out.fill();
        }
    }

    /** Limits what follows to an outline; to nothing at all if it is empty. */
    static void clip(Shape shape, PDFormContentStream out) throws IOException {
        if (isEmpty(shape)) {
            out.addRect(0, 0, 0, 0);
            out.clip();
        } else if (put(shape, out)) {
            out.clipEvenOdd();
        } else {
            out.clip();
        }
    }

    static void transform(AffineTransform transform, PDFormContentStream out) throws IOException {
        if (!transform.isIdentity()) {
            out.transform(new Matrix(transform));
        }
    }
}
