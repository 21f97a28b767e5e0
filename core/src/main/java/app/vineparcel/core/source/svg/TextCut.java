package app.vineparcel.core.source.svg;

import app.vineparcel.core.codec.SceneFonts;
import app.vineparcel.core.codec.Shapes;
import java.awt.AlphaComposite;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Paint;
import java.awt.Shape;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.text.AttributedCharacterIterator;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.apache.batik.bridge.StrokingTextPainter;
import org.apache.batik.bridge.TextNode;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.batik.gvt.text.TextPaintInfo;
import org.apache.fontbox.ttf.TTFSubsetter;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** What becomes of the text of a piece that is cut out: text with its font in the file, outlines, or text that names its font. */
final class TextCut {

    private static final StrokingTextPainter LAYOUT = new StrokingTextPainter();
    /** Restricted licence embedding (OpenType, OS/2 fsType). */
    private static final int NOT_TO_BE_EMBEDDED = 0x0002;
    /** No subsetting, or bitmaps only: cannot go along as a part. */
    private static final int NOT_IN_PARTS = 0x0100 | 0x0200;

    private final SvgScene scene;
    private final Shapes.TextUse policy;
    private final Document out;
    private final Map<TrueTypeFont, Set<Integer>> used = new LinkedHashMap<>();

    TextCut(SvgScene scene, Shapes.TextUse policy, Document out) {
        this.scene = scene;
        this.policy = policy;
        this.out = out;
    }

    /** What stands in the place of an element; empty if it is no text or stays as it is. */
    Optional<Element> instead(Element element) throws IOException {
        Optional<GraphicsNode> node = Elements.is(element, "text") ? scene.node(element) : Optional.empty();
        if (policy == Shapes.TextUse.NAME || node.isEmpty() || !(node.get() instanceof TextNode text)) {
            return Optional.empty();
        }
        List<StrokingTextPainter.TextRun> runs = runs(text);
        Optional<TrueTypeFont> face = policy == Shapes.TextUse.EMBED ? face(runs) : Optional.empty();
        return Optional.of(face.isPresent() ? embedded(element, runs, face.get()) : outlined(element, text, runs));
    }

    private static List<StrokingTextPainter.TextRun> runs(TextNode node) {
        AttributedCharacterIterator text = node.getAttributedCharacterIterator();
        List<StrokingTextPainter.TextRun> runs = new ArrayList<>();
        if (text != null) {
            for (Object run : LAYOUT.getTextRuns(node, text)) {
                runs.add((StrokingTextPainter.TextRun) run);
            }
        }
        return runs;
    }

    /** The one typeface of all runs, if its maker lets it be embedded. */
    private static Optional<TrueTypeFont> face(List<StrokingTextPainter.TextRun> runs) throws IOException {
        Optional<TrueTypeFont> common = Optional.empty();
        for (StrokingTextPainter.TextRun run : runs) {
            AttributedCharacterIterator characters = run.getACI();
            characters.first();
            Optional<TrueTypeFont> face =
                    SceneFonts.of(run.getLayout().getGlyphVector().getFont(), characters);
            if (face.isEmpty() || common.isPresent() && !common.get().equals(face.get())) {
                return Optional.empty();
            }
            common = face;
        }
        return common.isPresent() && mayBeEmbedded(common.get()) ? common : Optional.empty();
    }

    private static boolean mayBeEmbedded(TrueTypeFont face) throws IOException {
        if (face.getOS2Windows() == null) {
            return true;
        }
        int bits = face.getOS2Windows().getFsType();
        return (bits & 0xf) != NOT_TO_BE_EMBEDDED && (bits & NOT_IN_PARTS) == 0;
    }

    private Element embedded(Element element, List<StrokingTextPainter.TextRun> runs, TrueTypeFont face)
            throws IOException {
        Set<Integer> characters = used.computeIfAbsent(face, key -> new TreeSet<>());
        for (StrokingTextPainter.TextRun run : runs) {
            AttributedCharacterIterator text = run.getACI();
            for (char c = text.first(); c != AttributedCharacterIterator.DONE; c = text.next()) {
                characters.add((int) c);
            }
        }
        return inFace(element, face);
    }

    /** The element as it is, all of it in one typeface. */
    private Element inFace(Element element, TrueTypeFont face) throws IOException {
        Element copy = out.createElementNS(SvgCut.SVG, Elements.kind(element));
        SvgIds.attributes(element, copy);
        String style = copy.getAttribute("style").replaceAll("(^|;)\\s*font(-family|-weight|-style)?\\s*:[^;]*", "");
        copy.setAttribute(
                "style",
                "%s;font-family:'%s';font-weight:400;font-style:normal"
                        .formatted(style, face.getName())
                        .replaceAll("^;", ""));
        for (Node node = element.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element child) {
                copy.appendChild(inFace(child, face));
            } else if (node.getNodeType() == Node.TEXT_NODE || node.getNodeType() == Node.CDATA_SECTION_NODE) {
                copy.appendChild(out.createTextNode(node.getNodeValue()));
            }
        }
        return copy;
    }

    private Element outlined(Element element, TextNode node, List<StrokingTextPainter.TextRun> runs) {
        Element group = out.createElementNS(SvgCut.SVG, "g");
        for (String kept :
                List.of("id", "class", "opacity", "filter", "mask", "clip-path", "fill", "stroke", "style")) {
            if (!element.getAttribute(kept).isEmpty()) {
                group.setAttribute(kept, element.getAttribute(kept));
            }
        }
        if (node.getTransform() != null && !node.getTransform().isIdentity()) {
            group.setAttribute("transform", SvgNumbers.matrix(node.getTransform()));
        }
        for (StrokingTextPainter.TextRun run : runs) {
            AttributedCharacterIterator characters = run.getACI();
            characters.first();
            TextPaintInfo paint = (TextPaintInfo) characters.getAttribute(TextNode.PAINT_INFO);
            if (paint != null && paint.visible) {
                group.appendChild(path(run.getLayout().getOutline(), paint));
            }
        }
        return group;
    }

    private Element path(Shape outline, TextPaintInfo paint) {
        Element path = out.createElementNS(SvgCut.SVG, "path");
        path.setAttribute("d", SvgNumbers.path(outline));
        paint(path, "fill", paint.fillPaint);
        paint(path, "stroke", paint.strokePaint);
        if (paint.strokeStroke instanceof BasicStroke stroke) {
            path.setAttribute("stroke-width", SvgNumbers.plain(stroke.getLineWidth()));
        }
        if (paint.composite instanceof AlphaComposite alpha && alpha.getAlpha() < 1) {
            path.setAttribute("opacity", SvgNumbers.plain(alpha.getAlpha()));
        }
        return path;
    }

    /** A colour is said; any other paint is inherited from the group, where the text had it from. */
    private static void paint(Element path, String name, Paint paint) {
        if (paint instanceof Color colour) {
            path.setAttribute(name, "#%06x".formatted(colour.getRGB() & 0xffffff));
            if (colour.getAlpha() < 255) {
                path.setAttribute(name + "-opacity", SvgNumbers.plain(colour.getAlpha() / 255.0));
            }
        } else if (paint == null) {
            path.setAttribute(name, "none");
        }
    }

    /** The style sheet with the glyphs that were used. */
    Optional<Element> faces() throws IOException {
        if (used.isEmpty()) {
            return Optional.empty();
        }
        StringBuilder css = new StringBuilder();
        for (Map.Entry<TrueTypeFont, Set<Integer>> face : used.entrySet()) {
            TTFSubsetter subsetter = new TTFSubsetter(
                    face.getKey(),
                    List.of(
                            "head", "hhea", "loca", "maxp", "cvt ", "prep", "glyf", "hmtx", "fpgm", "gasp", "cmap",
                            "name", "OS/2", "post"));
            subsetter.addAll(face.getValue());
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            subsetter.writeToStream(bytes);
            byte[] kerned = KernTable.added(bytes.toByteArray(), face.getValue(), face.getKey());
            css.append("@font-face{font-family:'%s';src:url(data:font/ttf;base64,%s)}"
                    .formatted(face.getKey().getName(), Base64.getEncoder().encodeToString(kerned)));
        }
        Element style = out.createElementNS(SvgCut.SVG, "style");
        style.appendChild(out.createTextNode(css.toString()));
        return Optional.of(style);
    }
}
