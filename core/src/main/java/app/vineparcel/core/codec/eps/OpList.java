package app.vineparcel.core.codec.eps;

import app.vineparcel.core.WorkBudget;
import java.awt.BasicStroke;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.GeneralPath;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.contentstream.PDFGraphicsStreamEngine;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDVectorFont;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDPattern;
import org.apache.pdfbox.pdmodel.graphics.form.PDTransparencyGroup;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.pattern.PDAbstractPattern;
import org.apache.pdfbox.pdmodel.graphics.pattern.PDShadingPattern;
import org.apache.pdfbox.pdmodel.graphics.shading.PDShading;
import org.apache.pdfbox.pdmodel.graphics.state.PDGraphicsState;
import org.apache.pdfbox.util.Matrix;
import org.apache.pdfbox.util.Vector;

/** Lists what a page paints, in order. Counts one for every call of {@link #add}, as {@link PartDrawer} does. */
final class OpList extends PDFGraphicsStreamEngine {

    private static final int MOST = 1_000_000;

    private final List<PaintOp> ops = new ArrayList<>();
    private final GeneralPath path = new GeneralPath();
    private int clipRule = -1;

    private OpList(PDPage page) {
        super(page);
    }

    static List<PaintOp> of(PDPage page) throws IOException {
        OpList list = new OpList(page);
        list.processPage(page);
        return list.ops;
    }

    /** In default user space; the page has no rotation, since it was written for this. */
    private void add(boolean soft, Rectangle2D bounds, Optional<Glyph> glyph, PaintOp.Writing writing) {
        Area clip = getGraphicsState().getCurrentClippingPath();
        Rectangle2D seen = bounds.createIntersection(clip.getBounds2D());
        if (ops.size() >= MOST) {
            throw WorkBudget.Exceeded.ofNature("Its page paints more than %,d times.".formatted(MOST));
        }
        ops.add(new PaintOp(soft, seen, Optional.of(new Area(clip)), glyph, writing));
    }

    @Override
    protected void processOperator(Operator operator, List<COSBase> operands) throws IOException {
        WorkBudget.check();
        super.processOperator(operator, operands);
    }

    @Override
    public void appendRectangle(Point2D p0, Point2D p1, Point2D p2, Point2D p3) {
        path.moveTo(p0.getX(), p0.getY());
        path.lineTo(p1.getX(), p1.getY());
        path.lineTo(p2.getX(), p2.getY());
        path.lineTo(p3.getX(), p3.getY());
        path.closePath();
    }

    @Override
    public void moveTo(float x, float y) {
        path.moveTo(x, y);
    }

    @Override
    public void lineTo(float x, float y) {
        if (path.getCurrentPoint() == null) {
            path.moveTo(x, y);
        } else {
            path.lineTo(x, y);
        }
    }

    @Override
    public void curveTo(float x1, float y1, float x2, float y2, float x3, float y3) {
        if (path.getCurrentPoint() == null) {
            path.moveTo(x3, y3);
        } else {
            path.curveTo(x1, y1, x2, y2, x3, y3);
        }
    }

    @Override
    public Point2D getCurrentPoint() {
        return path.getCurrentPoint();
    }

    @Override
    public void closePath() {
        if (path.getCurrentPoint() != null) {
            path.closePath();
        }
    }

    @Override
    public void clip(int windingRule) {
        clipRule = windingRule;
    }

    @Override
    public void endPath() {
        if (clipRule != -1) {
            path.setWindingRule(clipRule);
            getGraphicsState().intersectClippingPath(new GeneralPath(path));
            clipRule = -1;
        }
        path.reset();
    }

    @Override
    public void strokePath() throws IOException {
        stroke();
        endPath();
    }

    @Override
    public void fillPath(int windingRule) throws IOException {
        fill(windingRule);
        endPath();
    }

    @Override
    public void fillAndStrokePath(int windingRule) throws IOException {
        fill(windingRule);
        stroke();
        endPath();
    }

    private void fill(int windingRule) throws IOException {
        GeneralPath shape = new GeneralPath(path);
        shape.setWindingRule(windingRule);
        filled(shape, Optional.empty());
    }

    /** A filled outline, whose paint may be a shading. */
    private void filled(Shape shape, Optional<Glyph> glyph) throws IOException {
        PDGraphicsState state = getGraphicsState();
        PDColor colour = state.getNonStrokingColor();
        boolean soft = OpRules.isSoft(state, state.getNonStrokeAlphaConstant());
        if (colour.getColorSpace() instanceof PDPattern patterns) {
            PDAbstractPattern pattern = patterns.getPattern(colour);
            Optional<ShadingDict> shading = pattern instanceof PDShadingPattern shaded
                    ? ShadingDict.of(shaded.getShading(), Matrix.concatenate(getInitialMatrix(), shaded.getMatrix()))
                    : Optional.empty();
            add(
                    soft || shading.isEmpty(),
                    shape.getBounds2D(),
                    Optional.empty(),
                    out -> out.shaded(shape, shading.orElseThrow()));
            return;
        }
        String ink = Inks.of(colour);
        add(soft, shape.getBounds2D(), glyph, out -> out.fill(shape, ink));
    }

    private void stroke() throws IOException {
        PDGraphicsState state = getGraphicsState();
        PDColor colour = state.getStrokingColor();
        AffineTransform ctm = state.getCurrentTransformationMatrix().createAffineTransform();
        GeneralPath shape = new GeneralPath(path);
        double scale = Math.sqrt(Math.abs(ctm.getDeterminant()));
        double width = state.getLineWidth();
        double reach = Math.max(0.5, width * Math.max(scale, reach(ctm))) * Math.max(1, state.getMiterLimit()) / 2;
        Rectangle2D bounds = shape.getBounds2D();
        bounds = new Rectangle2D.Double(
                bounds.getX() - reach,
                bounds.getY() - reach,
                bounds.getWidth() + 2 * reach,
                bounds.getHeight() + 2 * reach);
        boolean pattern = colour.getColorSpace() instanceof PDPattern;
        boolean soft = OpRules.isSoft(state, state.getAlphaConstant()) || pattern;
        String ink = pattern ? "" : Inks.of(colour);
        BasicStroke line = new BasicStroke(
                (float) width,
                state.getLineCap(),
                state.getLineJoin(),
                Math.max(1, state.getMiterLimit()),
                dashes(state.getLineDashPattern().getDashArray()),
                Math.max(0, state.getLineDashPattern().getPhase()));
        add(soft, bounds, Optional.empty(), out -> out.stroke(shape, ink, line, ctm));
    }

    private static double reach(AffineTransform ctm) {
        return Math.max(Math.hypot(ctm.getScaleX(), ctm.getShearY()), Math.hypot(ctm.getShearX(), ctm.getScaleY()));
    }

    private static float @org.jspecify.annotations.Nullable [] dashes(float[] array) {
        float sum = 0;
        for (float dash : array) {
            sum += dash;
        }
        return sum > 0 ? array : null;
    }

    @Override
    public void shadingFill(COSName name) throws IOException {
        PDGraphicsState state = getGraphicsState();
        PDShading shading = getResources().getShading(name);
        Optional<ShadingDict> dict =
                shading == null ? Optional.empty() : ShadingDict.of(shading, state.getCurrentTransformationMatrix());
        boolean soft = OpRules.isSoft(state, state.getNonStrokeAlphaConstant()) || dict.isEmpty();
        Shape everything = state.getCurrentClippingPath().getBounds2D();
        add(soft, everything.getBounds2D(), Optional.empty(), out -> out.shaded(everything, dict.orElseThrow()));
    }

    @Override
    public void drawImage(PDImage image) throws IOException {
        PDGraphicsState state = getGraphicsState();
        AffineTransform onto = state.getCurrentTransformationMatrix().createAffineTransform();
        Rectangle2D bounds =
                onto.createTransformedShape(new Rectangle2D.Double(0, 0, 1, 1)).getBounds2D();
        boolean cutOut = image.isStencil()
                || image instanceof PDImageXObject object && (object.getSoftMask() != null || object.getMask() != null)
                || image.getCOSObject().containsKey(COSName.MASK);
        boolean soft = cutOut || OpRules.isSoft(state, state.getNonStrokeAlphaConstant());
        add(soft, bounds, Optional.empty(), out -> out.image(image.getImage(), onto));
    }

    @Override
    protected void showFontGlyph(Matrix place, PDFont font, int code, Vector displacement) throws IOException {
        PDGraphicsState state = getGraphicsState();
        if (!(font instanceof PDVectorFont vector)) {
            throw new IOException("a font in it has no outlines.");
        }
        GeneralPath outline = vector.getNormalizedPath(code);
        // outlines come in a thousandth of the size, whatever the font's own units are
        AffineTransform thousandths = place.createAffineTransform();
        thousandths.scale(0.001, 0.001);
        Shape shape = outline == null ? new GeneralPath() : thousandths.createTransformedShape(outline);
        boolean fills = state.getTextState().getRenderingMode().isFill();
        boolean plain = fills
                && !state.getTextState().getRenderingMode().isStroke()
                && !state.getTextState().getRenderingMode().isClip()
                && !(state.getNonStrokingColor().getColorSpace() instanceof PDPattern);
        if (plain) {
            String ink = Inks.of(state.getNonStrokingColor());
            boolean soft = OpRules.isSoft(state, state.getNonStrokeAlphaConstant());
            String unicode = font.toUnicode(code);
            Glyph glyph = new Glyph(
                    font,
                    code,
                    GlyphName.of(unicode, code),
                    outline == null ? new GeneralPath() : outline,
                    displacement.getX() * 1000);
            Rectangle2D bounds = shape.getBounds2D();
            boolean blank = bounds.getWidth() <= 0 || bounds.getHeight() <= 0; // a space counts as text all the same
            Rectangle2D seen = blank
                    ? new Rectangle2D.Double(thousandths.getTranslateX(), thousandths.getTranslateY(), 0.01, 0.01)
                    : bounds;
            add(soft, seen, Optional.of(glyph), out -> out.glyph(glyph, thousandths, ink));
            return;
        }
        path.reset();
        path.append(shape, false);
        if (fills) {
            fill(Path2D.WIND_NON_ZERO);
        }
        if (state.getTextState().getRenderingMode().isStroke()) {
            stroke();
        }
        path.reset();
    }

    @Override
    public void showTransparencyGroup(PDTransparencyGroup group) throws IOException {
        PDGraphicsState state = getGraphicsState();
        if (OpRules.isSumOfParts(group, state)) {
            showForm(group);
            return;
        }
        PDRectangle box = group.getBBox();
        AffineTransform onto = state.getCurrentTransformationMatrix().createAffineTransform();
        onto.concatenate(group.getMatrix().createAffineTransform());
        Rectangle2D bounds = onto.createTransformedShape(new Rectangle2D.Double(
                        box.getLowerLeftX(), box.getLowerLeftY(), box.getWidth(), box.getHeight()))
                .getBounds2D();
        add(true, bounds, Optional.empty(), out -> {});
    }
}
