package app.vineparcel.core.source.svg;

import app.vineparcel.core.geometry.DashCount;
import java.awt.BasicStroke;
import org.apache.batik.gvt.CompositeShapePainter;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.gvt.ShapeNode;
import org.apache.batik.gvt.ShapePainter;
import org.apache.batik.gvt.StrokeShapePainter;

/** Takes dashes from lines that have more of them than anyone could see; each would be worked out. */
final class FineDashes {

    private FineDashes() {}

    /** Whether there were such. */
    static boolean drop(GraphicsNode node) {
        return node instanceof ShapeNode shape && shape.getShape() != null && drop(shape, shape.getShapePainter());
    }

    private static boolean drop(ShapeNode shape, ShapePainter painter) {
        boolean dropped = false;
        if (painter instanceof CompositeShapePainter several) {
            for (int i = 0; i < several.getShapePainterCount(); i++) {
                dropped |= drop(shape, several.getShapePainter(i));
            }
        } else if (painter instanceof StrokeShapePainter line
                && line.getStroke() instanceof BasicStroke stroke
                && stroke.getDashArray() != null
                && DashCount.of(shape.getShape(), stroke.getDashArray()) > DashCount.MOST) {
            line.setStroke(new BasicStroke(
                    stroke.getLineWidth(), stroke.getEndCap(), stroke.getLineJoin(), stroke.getMiterLimit()));
            dropped = true;
        }
        return dropped;
    }
}
