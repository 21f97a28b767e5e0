package app.vineparcel.core.source.svg;

import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import org.apache.batik.gvt.CompositeGraphicsNode;
import org.apache.batik.gvt.GraphicsNode;

/** Paints a tree of graphics and leaves out early what lies out of sight: a canvas may hold hundreds of artboards. */
final class SightedPaint {

    private final Graphics2D graphics;
    private final Rectangle2D sight;

    /**
     * A painter.
     *
     * @param sight in the coordinates that the graphics stand in
     */
    SightedPaint(Graphics2D graphics, Rectangle2D sight) {
        this.graphics = graphics;
        this.sight = sight;
    }

    void paint(GraphicsNode node) {
        paint(node, new AffineTransform());
    }

    private void paint(GraphicsNode node, AffineTransform toSight) {
        Rectangle2D bounds = node.getBounds();
        AffineTransform within = new AffineTransform(toSight);
        if (node.getTransform() != null) {
            within.concatenate(node.getTransform());
        }
        if (bounds == null || !within.createTransformedShape(bounds).intersects(sight)) {
            return;
        }
        boolean plain = node instanceof CompositeGraphicsNode
                && node.getFilter() == null
                && node.getMask() == null
                && node.getClip() == null
                && node.getComposite() == null;
        if (!plain) {
            node.paint(graphics);
            return;
        }
        AffineTransform before = graphics.getTransform();
        if (node.getTransform() != null) {
            graphics.transform(node.getTransform());
        }
        for (Object child : ((CompositeGraphicsNode) node).getChildren()) {
            if (child != null) {
                paint((GraphicsNode) child, within);
            }
        }
        graphics.setTransform(before);
    }
}
