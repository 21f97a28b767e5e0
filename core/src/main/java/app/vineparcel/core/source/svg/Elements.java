package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.apache.batik.constants.XMLConstants;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** Walking a document tree. */
final class Elements {

    private static final Set<String> LABELS = Set.of("data-name", "aria-label");

    private Elements() {}

    /** The child elements, in order. */
    static List<Element> in(Element parent) {
        List<Element> children = new ArrayList<>();
        for (Node node = parent.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element) {
                children.add(element);
            }
        }
        return children;
    }

    /** An element and everything in it, in document order. Depth is bounded by the parser. */
    static void each(Element element, Consumer<Element> visit) {
        WorkBudget.check();
        visit.accept(element);
        in(element).forEach(child -> each(child, visit));
    }

    /** Whether it is an element of that kind. */
    static boolean is(Element element, String kind) {
        return kind.equals(kind(element));
    }

    /** Its name without a prefix. */
    static String kind(Element element) {
        return element.getLocalName() == null ? element.getTagName() : element.getLocalName();
    }

    /** What it links to, as SVG 2 writes it, else as SVG 1.1 does; empty if nothing. */
    static String href(Element element) {
        String plain = element.getAttributeNS(null, "href");
        return plain.isEmpty() ? element.getAttributeNS(XMLConstants.XLINK_NAMESPACE_URI, "href") : plain;
    }

    /** Whether a link stays within its file. */
    static boolean isInside(String href) {
        return href.startsWith("#") || href.startsWith("data:");
    }

    /** What a person calls it: its label, its title, else its id. */
    static String name(Element element) {
        for (int i = 0; i < element.getAttributes().getLength(); i++) {
            Node attribute = element.getAttributes().item(i);
            boolean label = LABELS.contains(attribute.getNodeName())
                    || attribute
                            .getNodeName()
                            .endsWith(":label"); // drawing programs have one in namespaces of their own
            if (label && !attribute.getNodeValue().isBlank()) {
                return attribute.getNodeValue().strip();
            }
        }
        return in(element).stream()
                .filter(child -> is(child, "title"))
                .map(child -> child.getTextContent().strip())
                .filter(text -> !text.isEmpty())
                .findFirst()
                .orElse(element.getAttribute("id"));
    }
}
