package app.vineparcel.core.source.svg;

import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** The part of an element's look that its children inherit (SVG 2, 6.6 and the property index). */
final class Inherited {

    private static final Set<String> NOT_INHERITED = Set.of(
            "opacity",
            "filter",
            "mask",
            "clip-path",
            "display",
            "overflow",
            "transform",
            "mix-blend-mode",
            "isolation");
    private static final Set<String> INHERITED = Set.of(
            "fill",
            "fill-opacity",
            "fill-rule",
            "stroke",
            "stroke-width",
            "stroke-opacity",
            "stroke-linecap",
            "stroke-linejoin",
            "stroke-miterlimit",
            "stroke-dasharray",
            "stroke-dashoffset",
            "color",
            "font-family",
            "font-size",
            "font-weight",
            "font-style",
            "font-stretch",
            "font-variant",
            "letter-spacing",
            "word-spacing",
            "text-anchor",
            "visibility",
            "clip-rule",
            "marker-start",
            "marker-mid",
            "marker-end",
            "shape-rendering",
            "writing-mode",
            "direction",
            "class");

    private Inherited() {}

    static void copy(Element from, Element to) {
        for (int i = 0; i < from.getAttributes().getLength(); i++) {
            Node attribute = from.getAttributes().item(i);
            if (INHERITED.contains(attribute.getNodeName())) {
                to.setAttribute(attribute.getNodeName(), attribute.getNodeValue());
            }
        }
        String style = Arrays.stream(from.getAttribute("style").split(";"))
                .map(String::strip)
                .filter(rule -> !rule.isEmpty() && !NOT_INHERITED.contains(rule.split(":")[0].strip()))
                .collect(Collectors.joining(";"));
        if (!style.isEmpty()) {
            to.setAttribute("style", style);
        }
    }
}
