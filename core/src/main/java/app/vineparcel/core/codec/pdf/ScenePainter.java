package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.BlendComposite;
import java.awt.AlphaComposite;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Composite;
import java.awt.Paint;
import java.awt.Shape;
import java.awt.Stroke;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import org.apache.batik.bridge.TextNode;
import org.apache.batik.ext.awt.MultipleGradientPaint;
import org.apache.batik.gvt.CompositeGraphicsNode;
import org.apache.batik.gvt.CompositeShapePainter;
import org.apache.batik.gvt.FillShapePainter;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.gvt.PatternPaint;
import org.apache.batik.gvt.ShapeNode;
import org.apache.batik.gvt.ShapePainter;
import org.apache.batik.gvt.StrokeShapePainter;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;

/** Writes a tree of graphics into one content stream, node by node, as Batik's own painting would draw it. */
final class ScenePainter {

    private final PdfTarget target;
    private final PDFormContentStream out;
    private final AffineTransform toForm;
    private final int rasterPpi;
    private final Rectangle2D sight;

    /** No place is out of sight. */
    static final Rectangle2D EVERYWHERE = new Rectangle2D.Double(-1e9, -1e9, 2e9, 2e9);

    /**
     * A painter.
     *
     * @param toForm from the coordinates that the stream stands in to the form's points
     * @param sight what lies outside of it, in the form's points, is left out
     */
    ScenePainter(PdfTarget target, PDFormContentStream out, AffineTransform toForm, int rasterPpi, Rectangle2D sight) {
        this.sight = sight;
        this.target = target;
        this.out = out;
        this.toForm = toForm;
        this.rasterPpi = rasterPpi;
    }

    void paint(GraphicsNode node) throws IOException {
        Rectangle2D bounds = node.getBounds();
        if (bounds == null || !node.isVisible() && !(node instanceof CompositeGraphicsNode)) {
            return;
        }
        WorkBudget.check();
        AffineTransform within = new AffineTransform(toForm);
        if (node.getTransform() != null) {
            within.concatenate(node.getTransform());
        }
        if (!within.createTransformedShape(bounds).intersects(sight)) {
            return;
        }
        out.saveGraphicsState();
        if (node.getTransform() != null) {
            Paths.transform(node.getTransform(), out);
        }
        ScenePainter inner = new ScenePainter(target, out, within, rasterPpi, sight);
        if (node.getFilter() != null) {
            // pixels hold the node's clip, mask and opacity as well
            inner.raster(node, bounds);
        } else {
            inner.clipped(node, bounds);
        }
        out.restoreGraphicsState();
    }

    private void raster(GraphicsNode node, Rectangle2D bounds) throws IOException {
        SceneRaster.of(node, bounds, toForm, rasterPpi).put(target, out);
    }

    private void clipped(GraphicsNode node, Rectangle2D bounds) throws IOException {
        if (node.getClip() != null) {
            Paths.clip(node.getClip().getClipPath(), out);
        }
        float opacity = opacity(node.getComposite());
        boolean grouped = node.getMask() != null
                || node.getComposite() instanceof BlendComposite
                || opacity < 1 && !(node instanceof ShapeNode shape && paintsOnce(shape));
        if (!grouped) {
            alpha(opacity);
            contents(node);
            return;
        }
        PDExtendedGraphicsState state = new PDExtendedGraphicsState();
        state.setNonStrokingAlphaConstant(opacity);
        if (node.getComposite() instanceof BlendComposite blend) {
            state.getCOSObject().setName(COSName.BM, blend.mode().pdfName());
        }
        if (node.getMask() != null) {
            GraphicsNode mask = node.getMask().getMaskNode();
            PDFormXObject light = Groups.of(target, toForm, bounds, rasterPpi, sight, p -> p.paint(mask));
            Groups.luminosity(light, state);
        }
        out.setGraphicsStateParameters(state);
        out.drawForm(Groups.of(target, toForm, bounds, rasterPpi, sight, p -> p.contents(node)));
    }

    /** Whether opacity can go to the one thing that it paints. */
    private static boolean paintsOnce(ShapeNode node) {
        return node.getShapePainter() instanceof FillShapePainter fill && fill.getPaint() instanceof Color
                || node.getShapePainter() instanceof StrokeShapePainter stroke && stroke.getPaint() instanceof Color;
    }

    private static float opacity(Composite composite) {
        return composite instanceof AlphaComposite alpha
                ? alpha.getAlpha()
                : composite instanceof BlendComposite blend ? (float) blend.opacity() : 1;
    }

    private void alpha(float opacity) throws IOException {
        if (opacity < 1) {
            PDExtendedGraphicsState state = new PDExtendedGraphicsState();
            state.setNonStrokingAlphaConstant(opacity);
            state.setStrokingAlphaConstant(opacity);
            out.setGraphicsStateParameters(state);
        }
    }

    private void contents(GraphicsNode node) throws IOException {
        if (node instanceof CompositeGraphicsNode group) {
            for (Object child : group.getChildren()) {
                if (child != null) {
                    paint((GraphicsNode) child);
                }
            }
        } else if (node instanceof ShapeNode shape) {
            painter(shape.getShapePainter(), shape);
        } else if (node instanceof TextNode text) {
            new SceneText(target, out, this).paint(text);
        } else {
            SceneRaster.picture(node, toForm, rasterPpi).put(target, out);
        }
    }

    private void painter(ShapePainter painter, ShapeNode node) throws IOException {
        if (painter instanceof CompositeShapePainter several) {
            for (int i = 0; i < several.getShapePainterCount(); i++) {
                painter(several.getShapePainter(i), node);
            }
        } else if (painter instanceof FillShapePainter fill && fill.getPaint() != null) {
            fill(node.getShape(), fill.getPaint());
        } else if (painter instanceof StrokeShapePainter stroke && stroke.getPaint() != null) {
            stroke(node.getShape(), stroke.getPaint(), stroke.getStroke());
        } else if (painter != null
                && !(painter instanceof FillShapePainter)
                && !(painter instanceof StrokeShapePainter)) {
            MarkerPaths.of(painter).each(this::fill);
        }
    }

    /** Fills an outline with whatever paint. */
    void fill(Shape shape, Paint paint) throws IOException {
        if (Paths.isEmpty(shape)) {
            return;
        }
        if (paint instanceof Color colour) {
            out.saveGraphicsState();
            alpha(colour.getAlpha() / 255f);
            out.setNonStrokingColor(colour);
            Paths.fill(shape, out);
            out.restoreGraphicsState();
        } else if (paint instanceof MultipleGradientPaint gradient) {
            out.saveGraphicsState();
            Paths.clip(shape, out);
            new Gradients(target, rasterPpi).put(gradient, shape.getBounds2D(), toForm, out);
            out.restoreGraphicsState();
        } else if (paint instanceof PatternPaint pattern) {
            out.saveGraphicsState();
            Paths.clip(shape, out);
            new Tiles(target, rasterPpi).put(pattern, shape.getBounds2D(), toForm, out);
            out.restoreGraphicsState();
        }
    }

    /** Strokes an outline. */
    void stroke(Shape shape, Paint paint, Stroke stroke) throws IOException {
        boolean plain = paint instanceof Color && stroke instanceof BasicStroke && !Paths.isEmpty(shape);
        if (!plain) {
            fill(stroke.createStrokedShape(shape), paint);
            return;
        }
        BasicStroke line = (BasicStroke) stroke;
        if (line.getLineWidth() <= 0) {
            return;
        }
        Color colour = (Color) paint;
        out.saveGraphicsState();
        alpha(colour.getAlpha() / 255f);
        out.setStrokingColor(colour);
        out.setLineWidth(line.getLineWidth());
        out.setLineCapStyle(line.getEndCap());
        out.setLineJoinStyle(line.getLineJoin());
        out.setMiterLimit(Math.max(1, line.getMiterLimit()));
        if (line.getDashArray() != null) {
            out.setLineDashPattern(line.getDashArray(), Math.max(0, line.getDashPhase()));
        }
        Paths.put(shape, out);
        out.stroke();
        out.restoreGraphicsState();
    }
}
