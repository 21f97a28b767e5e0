package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.batik.constants.XMLConstants;
import org.w3c.dom.Attr;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/**
 * Brings a document into the form that the renderer understands: SVG 2 links written as SVG 1.1 has them, nothing that would reach out of
 * the file, no scripts.
 */
final class SvgForBatik {

    private static final Set<String> NEVER =
            Set.of("script", "foreignObject", "animate", "animateTransform", "animateMotion", "animateColor", "set");

    private static final int MOST_COPIED = 200_000;
    private static final Pattern TARGET = Pattern.compile("url\\(\\s*['\"]?#([^'\")]+)['\"]?\\s*\\)");

    /** Where a person may be led by a click; nothing that runs. */
    private static final Pattern FOLLOWED = Pattern.compile("#|https?:|mailto:", Pattern.CASE_INSENSITIVE);

    private static final List<String> PATTERN_ATTRIBUTES = List.of(
            "x",
            "y",
            "width",
            "height",
            "patternUnits",
            "patternContentUnits",
            "patternTransform",
            "viewBox",
            "preserveAspectRatio");

    private SvgForBatik() {}

    /**
     * Does it, in place.
     *
     * @throws IOException with a reason in words if that would make the document too large
     */
    static void prepare(Element root) throws IOException {
        size(root);
        List<Element> all = new ArrayList<>();
        Elements.each(root, all::add);
        for (Element element : all) {
            WorkBudget.check();
            if (NEVER.contains(Elements.kind(element))) {
                element.getParentNode().removeChild(element);
            } else {
                links(element);
                references(element);
                radii(element);
                paths(element);
                numbers(element);
                styles(element);
            }
        }
        StyleRules.rewrite(all);
        FilterLists.write(all);
        Map<String, Element> byId = new HashMap<>();
        Elements.each(root, element -> byId.putIfAbsent(element.getAttribute("id"), element));
        int[] copied = {0};
        for (Element element : all) {
            if (Elements.is(element, "pattern")) {
                inherit(element, byId, copied);
            }
        }
        PaintServers.fallBack(all, byId);
        all.forEach(element -> nowhere(element, byId));
        all.stream().filter(element -> Elements.is(element, "tref")).forEach(tref -> spell(tref, byId));
        for (Node node = root.getOwnerDocument().getFirstChild(); node != null; ) {
            Node next = node.getNextSibling();
            if (node.getNodeType() == Node.PROCESSING_INSTRUCTION_NODE) {
                node.getParentNode().removeChild(node);
            }
            node = next;
        }
    }

    /** A document that gives no size of its own, or a share of whatever surrounds it, is as large as its view box. */
    private static void size(Element root) {
        String[] box = root.getAttribute("viewBox").strip().split("[\\s,]+");
        if (box.length != 4) {
            return;
        }
        String[] names = {"width", "height"};
        for (int i = 0; i < 2; i++) {
            String given = root.getAttribute(names[i]).strip();
            if (given.isEmpty() || given.endsWith("%") || given.equals("auto")) {
                root.setAttribute(names[i], box[2 + i]);
            }
        }
    }

    private static void links(Element element) {
        String href = Elements.href(element);
        if (href.isEmpty()
                || Elements.is(element, "a") && FOLLOWED.matcher(href).lookingAt()) {
            return;
        }
        if (Elements.isInside(href)) {
            element.setAttributeNS(XMLConstants.XLINK_NAMESPACE_URI, "xlink:href", href);
        } else if (Set.of("image", "use", "feImage", "font-face-uri").contains(Elements.kind(element))) {
            element.getParentNode().removeChild(element);
        } else {
            element.removeAttributeNS(XMLConstants.XLINK_NAMESPACE_URI, "href");
        }
    }

    /** A clip or a filter that is not there changes nothing (CSS Masking 1, 5.1; Filter Effects 1, 5); an empty mask hides all. */
    private static void nowhere(Element element, Map<String, Element> byId) {
        for (String name : List.of("clip-path", "filter", "mask")) {
            Matcher target = TARGET.matcher(element.getAttribute(name).strip());
            if (target.matches() && !byId.containsKey(target.group(1))) {
                element.removeAttribute(name);
            }
        }
        if (Elements.is(element, "mask") && Elements.in(element).isEmpty()) {
            Element dark = element.getOwnerDocument().createElementNS(SvgCut.SVG, "rect");
            dark.setAttribute("width", "1");
            dark.setAttribute("height", "1");
            dark.setAttribute("fill", "black");
            element.appendChild(dark);
        }
    }

    private static void numbers(Element element) {
        element.removeAttribute("requiredFeatures"); // always true (SVG 2, 5.8.4)
        String seed = element.getAttribute("seed").strip();
        if (seed.matches("[+-]?\\d{0,9}\\.\\d{1,20}")) {
            element.setAttribute("seed", String.valueOf((int) Double.parseDouble(seed)));
        }
    }

    private static void paths(Element element) {
        if (Elements.is(element, "path")) {
            String path = element.getAttribute("d");
            String explicit = PathText.plain(path);
            if (!explicit.equals(path)) {
                element.setAttribute("d", explicit);
            }
        }
        if (Elements.is(element, "ellipse")) { // a radius that is not given is as the other (SVG 2, 10.4)
            String across = element.getAttribute("rx").strip();
            String down = element.getAttribute("ry").strip();
            boolean auto = across.isEmpty() || across.equals("auto");
            if (auto != (down.isEmpty() || down.equals("auto"))) {
                element.setAttribute(auto ? "rx" : "ry", auto ? down : across);
            }
        }
    }

    /** A corner that is rounded by less than nothing is as if nothing were said (SVG 2, 8.4). */
    private static void radii(Element element) {
        for (String radius : List.of("rx", "ry")) {
            if (element.getAttribute(radius).strip().startsWith("-")) {
                element.removeAttribute(radius);
            }
        }
    }

    /** Writes into a pattern what it takes from others by reference (SVG 2, 14.3.1); the renderer does not look that up reliably. */
    private static void inherit(Element pattern, Map<String, Element> byId, int[] copied) throws IOException {
        Set<Element> seen = new HashSet<>(Set.of(pattern));
        Optional<Element> next = referred(pattern, byId);
        pattern.removeAttributeNS(XMLConstants.XLINK_NAMESPACE_URI, "href");
        pattern.removeAttribute("href");
        boolean hasArt = !Elements.in(pattern).isEmpty();
        while (next.isPresent() && seen.add(next.get())) {
            WorkBudget.check();
            Element from = next.get();
            for (String name : PATTERN_ATTRIBUTES) {
                if (pattern.getAttribute(name).isEmpty()
                        && !from.getAttribute(name).isEmpty()) {
                    pattern.setAttribute(name, from.getAttribute(name));
                }
            }
            if (!hasArt && !Elements.in(from).isEmpty()) {
                hasArt = true;
                Elements.each(from, child -> copied[0]++);
                if (copied[0] > MOST_COPIED) {
                    throw new IOException(
                            "its patterns repeat each other into more than %,d elements.".formatted(MOST_COPIED));
                }
                Elements.in(from).forEach(child -> pattern.appendChild(withoutIds((Element) child.cloneNode(true))));
            }
            next = referred(from, byId);
        }
    }

    /** Writes the text that a reference means in its place. */
    private static void spell(Element tref, Map<String, Element> byId) {
        Node parent = tref.getParentNode();
        if (parent == null) {
            return;
        }
        Element span = tref.getOwnerDocument().createElementNS(SvgCut.SVG, "tspan");
        SvgIds.attributes(tref, span);
        span.removeAttributeNS(SvgCut.XLINK, "href");
        referred(tref, byId).ifPresent(meant -> span.setTextContent(meant.getTextContent()));
        parent.replaceChild(span, tref);
    }

    private static Optional<Element> referred(Element pattern, Map<String, Element> byId) {
        String href = pattern.getAttributeNS(XMLConstants.XLINK_NAMESPACE_URI, "href");
        return href.startsWith("#") ? Optional.ofNullable(byId.get(href.substring(1))) : Optional.empty();
    }

    private static Element withoutIds(Element element) {
        Elements.each(element, inner -> inner.removeAttribute("id"));
        return element;
    }

    /** A marker that starts the other way round is a word of SVG 2 only. */
    private static void references(Element element) {
        if (Elements.is(element, "marker") && element.getAttribute("orient").equals("auto-start-reverse")) {
            element.setAttribute("orient", "auto");
        }
    }

    /** Style sheets and paints from elsewhere are not fetched, and the renderer stops at a word that it does not know. */
    private static void styles(Element element) {
        if (Elements.is(element, "style")) {
            element.setTextContent(
                    Css.withoutFarLinks(Css.withoutFarFaces(Css.withoutImports(element.getTextContent()))));
        }
        for (int i = 0; i < element.getAttributes().getLength(); i++) {
            Node attribute = element.getAttributes().item(i);
            if (!attribute.getNodeName().equals("style")
                    && attribute.getNodeValue().toLowerCase(Locale.ROOT).contains("url(")) {
                String inside = Css.withoutFarLinks(attribute.getNodeValue());
                if (!inside.equals(attribute.getNodeValue())) {
                    attribute.setNodeValue(inside);
                }
            }
        }
        Attr style = element.getAttributeNode("style");
        if (style != null) {
            String inside = Css.withoutFarProperties(style.getValue());
            if (!inside.equals(style.getValue())) {
                style.setValue(inside);
            }
        }
    }
}
