package app.vineparcel.core.source.pdf;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.source.SvgSheet;
import app.vineparcel.core.source.svg.SvgPrefix;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.List;
import org.apache.batik.svggen.CachedImageHandlerBase64Encoder;
import org.apache.batik.svggen.SVGGeneratorContext;
import org.apache.batik.svggen.SVGGraphics2D;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** A part of a page as SVG: outlines stay outlines, letters become outlines; shadings and what is mixed become pixels. */
final class PageCut {

    /** Pixels for one point of what cannot stay an outline. */
    private static final double DENSE = 3;

    private static final double MOST_PIXELS = 36e6;

    private static final List<String> DEFAULTS = List.of(
            "fill",
            "fill-opacity",
            "stroke",
            "stroke-dasharray",
            "stroke-dashoffset",
            "stroke-linecap",
            "stroke-linejoin",
            "stroke-miterlimit",
            "stroke-opacity",
            "stroke-width");

    private PageCut() {}

    /**
     * Cuts.
     *
     * @param part in points of the page as it is seen
     */
    static Element of(PdfDrawing pages, int page, float unit, Box part, SvgSheet sheet, String prefix)
            throws IOException {
        SVGGeneratorContext context = SVGGeneratorContext.createDefault(sheet.document());
        context.setComment("");
        context.setPrecision(3);
        context.setGenericImageHandler(new CachedImageHandlerBase64Encoder());
        Drawing drawing = new Drawing(context);
        drawing.clip(new Rectangle2D.Double(0, 0, part.width(), part.height()));
        drawing.translate(-part.x(), -part.y());
        try {
            pages.page(page, drawing, unit, unit);
        } catch (RuntimeException e) {
            throw new IOException("its page holds something that SVG cannot express.", e);
        }
        Element svg = sheet.document().createElementNS("http://www.w3.org/2000/svg", "svg");
        svg.setAttribute("viewBox", "0 0 %s %s".formatted(part.width(), part.height()));
        svg.appendChild(contents(drawing.getRoot(), sheet));
        SvgPrefix.put(svg, prefix);
        return svg;
    }

    /** All that was drawn, in a group that says what holds where a shape says nothing, such as that strokes are black. */
    private static Element contents(Element root, SvgSheet sheet) {
        Element group = sheet.document().createElementNS("http://www.w3.org/2000/svg", "g");
        for (String attribute : DEFAULTS) {
            if (root.hasAttribute(attribute)) {
                group.setAttribute(attribute, root.getAttribute(attribute));
            }
        }
        while (root.getFirstChild() != null) {
            Node child = root.removeChild(root.getFirstChild());
            if (child instanceof Element) {
                group.appendChild(child);
            }
        }
        return group;
    }

    /** Draws by outlines; whatever is not filled with a colour is drawn as pixels where it lies. */
    private static final class Drawing extends SVGGraphics2D {

        Drawing(SVGGeneratorContext context) {
            super(context, true);
        }

        private Drawing(Drawing other) {
            super(other);
        }

        @Override
        public Graphics2D create() {
            return new Drawing(this);
        }

        @Override
        public void clearRect(int x, int y, int width, int height) {
            // the ground stays clear
        }

        @Override
        public void fill(Shape shape) {
            WorkBudget.check(); // a page may have any number of letters
            if (getPaint() instanceof Color) {
                super.fill(shape);
                return;
            }
            Rectangle2D seen = getTransform().createTransformedShape(shape).getBounds2D();
            Shape clip = getClip();
            if (clip != null) {
                seen = seen.createIntersection(
                        getTransform().createTransformedShape(clip).getBounds2D());
            }
            if (seen.isEmpty()) {
                return;
            }
            double dense = Math.min(DENSE, Math.sqrt(MOST_PIXELS / seen.getWidth() / seen.getHeight()));
            BufferedImage pixels = new BufferedImage(
                    (int) Math.max(1, Math.ceil(seen.getWidth() * dense)),
                    (int) Math.max(1, Math.ceil(seen.getHeight() * dense)),
                    BufferedImage.TYPE_INT_ARGB);
            Graphics2D inner = pixels.createGraphics();
            inner.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
            inner.scale(pixels.getWidth() / seen.getWidth(), pixels.getHeight() / seen.getHeight());
            inner.translate(-seen.getX(), -seen.getY());
            inner.transform(getTransform());
            inner.setPaint(getPaint());
            inner.fill(shape);
            inner.dispose();
            AffineTransform before = getTransform();
            setTransform(new AffineTransform());
            AffineTransform onto = AffineTransform.getTranslateInstance(seen.getX(), seen.getY());
            onto.scale(seen.getWidth() / pixels.getWidth(), seen.getHeight() / pixels.getHeight());
            drawImage(pixels, onto, null);
            setTransform(before);
        }
    }
}
