package app.vineparcel.core.source.svg;

import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import java.awt.geom.AffineTransform;
import java.awt.geom.NoninvertibleTransformException;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** Cuts an SVG of its own out of a document: what lies in a box, and the definitions that it uses. */
final class SvgCut {

    static final String SVG = "http://www.w3.org/2000/svg";
    static final String XLINK = "http://www.w3.org/1999/xlink";

    private static final Set<String> LEFT_OUT = Set.of("view", "title", "desc", "metadata", "script", "cursor");
    /** What never is drawn where it stands, and comes along where something refers to it. */
    private static final Set<String> DEFINITIONS = Set.of(
            "defs",
            "symbol",
            "clipPath",
            "mask",
            "pattern",
            "marker",
            "linearGradient",
            "radialGradient",
            "filter",
            "font");

    private final SvgScene scene;
    private final Element root;
    private final Rectangle2D sight;
    private final Document out;
    private final TextCut texts;

    private SvgCut(SvgScene scene, Element root, Rectangle2D sight, Document out, TextCut texts) {
        this.scene = scene;
        this.root = root;
        this.sight = sight;
        this.out = out;
        this.texts = texts;
    }

    /**
     * The piece as an svg element of a document that is being made.
     *
     * @param box of the canvas, CSS px
     * @param object the only element that is meant; empty for everything in the box
     * @param size of the element that is made, CSS px
     * @param prefix stands before every id, so that several pieces can stand on one page
     */
    static Element of(
            SvgScene scene,
            Element root,
            Box box,
            Optional<Element> object,
            Extent size,
            String prefix,
            Shapes.TextUse text,
            Document out)
            throws IOException {
        Rectangle2D sight = new Rectangle2D.Double(box.x(), box.y(), box.width(), box.height());
        TextCut texts = new TextCut(scene, text, out);
        SvgCut cut = new SvgCut(scene, root, sight, out, texts);
        Element svg = out.createElementNS(SVG, "svg");
        Rectangle2D shown = object.isPresent() ? sight : cut.inUserSpace();
        svg.setAttribute("width", SvgNumbers.plain(size.width()));
        svg.setAttribute("height", SvgNumbers.plain(size.height()));
        svg.setAttribute("viewBox", SvgNumbers.plain(shown.getX(), shown.getY(), shown.getWidth(), shown.getHeight()));
        // the root's own style is inherited by what is cut out of it
        Inherited.copy(root, svg);
        if (object.isPresent()) {
            svg.appendChild(cut.alone(object.get()));
        } else {
            cut.children(root, svg);
        }
        cut.definitions(svg);
        cut.styles(svg);
        texts.faces().ifPresent(style -> svg.insertBefore(style, svg.getFirstChild()));
        SvgIds.prefix(svg, prefix);
        SvgNumbers.trim(svg, Math.max(shown.getWidth(), shown.getHeight()));
        return svg;
    }

    /** The box in the units of the outermost element's view box. */
    private Rectangle2D inUserSpace() throws IOException {
        try {
            AffineTransform onto = scene.viewTransform(root);
            return onto.createInverse().createTransformedShape(sight).getBounds2D();
        } catch (NoninvertibleTransformException e) {
            throw new IOException("its view box has no size.", e);
        }
    }

    /** An element by itself, with what it inherits and where its parents put it. */
    private Node alone(Element object) throws IOException {
        Element outer = out.createElementNS(SVG, "g");
        AffineTransform placed = scene.parentTransform(object).orElseGet(AffineTransform::new);
        if (!placed.isIdentity()) {
            outer.setAttribute("transform", SvgNumbers.matrix(placed));
        }
        Deque<Element> parents = new ArrayDeque<>();
        for (Node node = object.getParentNode();
                node instanceof Element parent && parent != root;
                node = parent.getParentNode()) {
            parents.push(parent);
        }
        Element inner = outer;
        for (Element parent : parents) {
            Element group = out.createElementNS(SVG, "g");
            Inherited.copy(parent, group);
            if (group.hasAttributes()) {
                inner.appendChild(group);
                inner = group;
            }
        }
        inner.appendChild(copy(object));
        return outer;
    }

    private void children(Element from, Element to) throws IOException {
        for (Element child : Elements.in(from)) {
            String kind = Elements.kind(child);
            boolean drawn = !LEFT_OUT.contains(kind) && !DEFINITIONS.contains(kind) && !kind.equals("style");
            if (drawn && isSvg(child) && inSight(child)) {
                to.appendChild(copy(child));
            }
        }
    }

    private static boolean isSvg(Element element) {
        return element.getNamespaceURI() == null || SVG.equals(element.getNamespaceURI());
    }

    private boolean inSight(Element element) {
        return scene.bounds(element).filter(bounds -> bounds.intersects(sight)).isPresent();
    }

    private Element copy(Element element) throws IOException {
        Optional<Element> text = texts.instead(element);
        if (text.isPresent()) {
            return text.get();
        }
        Element copy = out.createElementNS(SVG, Elements.kind(element));
        SvgIds.attributes(element, copy);
        boolean group = Set.of("g", "a", "switch").contains(Elements.kind(element)) || Elements.is(element, "svg");
        if (group) {
            children(element, copy);
        } else {
            whole(element, copy);
        }
        return copy;
    }

    /** Everything within an element, seen or not. */
    private void whole(Element from, Element to) {
        for (Node node = from.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element child && isSvg(child) && !LEFT_OUT.contains(Elements.kind(child))) {
                Element copy = out.createElementNS(SVG, Elements.kind(child));
                SvgIds.attributes(child, copy);
                whole(child, copy);
                to.appendChild(copy);
            } else if (node.getNodeType() == Node.TEXT_NODE || node.getNodeType() == Node.CDATA_SECTION_NODE) {
                to.appendChild(out.createTextNode(node.getNodeValue()));
            }
        }
    }

    /** Brings along what is referred to, and what that refers to. */
    private void definitions(Element svg) {
        Element defs = out.createElementNS(SVG, "defs");
        Set<String> there = SvgIds.of(svg);
        Deque<String> wanted = new ArrayDeque<>(SvgIds.referred(svg));
        for (Element style : Elements.in(root)) {
            if (Elements.is(style, "style")) {
                wanted.addAll(SvgIds.referred(style.getTextContent()));
            }
        }
        Map<String, Element> byId = SvgIds.index(root);
        while (!wanted.isEmpty()) {
            String id = wanted.pop();
            Optional<Element> original = there.contains(id) ? Optional.empty() : Optional.ofNullable(byId.get(id));
            if (original.isPresent()) {
                Element copy = out.createElementNS(SVG, Elements.kind(original.get()));
                SvgIds.attributes(original.get(), copy);
                whole(original.get(), copy);
                defs.appendChild(copy);
                there.addAll(SvgIds.of(copy));
                there.add(id);
                wanted.addAll(SvgIds.referred(copy));
            }
        }
        if (defs.hasChildNodes()) {
            svg.insertBefore(defs, svg.getFirstChild());
        }
    }

    private void styles(Element svg) {
        Elements.each(root, element -> {
            if (Elements.is(element, "style")) {
                Element copy = out.createElementNS(SVG, "style");
                copy.appendChild(out.createTextNode(element.getTextContent()));
                svg.insertBefore(copy, svg.getFirstChild());
            }
        });
    }
}
