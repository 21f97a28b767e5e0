package app.vineparcel.core.source.svg;

import app.vineparcel.core.Notice;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.w3c.dom.Element;

/** What a drawing shows elsewhere and not here: what lies outside of the file, and what is no SVG. */
final class LeftOut {

    private static final Set<String> SHOWN = Set.of("image", "use", "feImage");

    private static final String XINCLUDE = "http://www.w3.org/2001/XInclude";

    private LeftOut() {}

    /** Told before the document is prepared, since that takes them out. */
    static List<Notice> of(Element root) {
        Set<String> outside = new LinkedHashSet<>();
        boolean[] foreign = {false};
        Elements.each(root, element -> {
            String href = Elements.href(element);
            boolean included = XINCLUDE.equals(element.getNamespaceURI()) && "include".equals(element.getLocalName());
            boolean inside = href.isEmpty() || Elements.isInside(href);
            if (!inside && (included || SHOWN.contains(Elements.kind(element)))) {
                outside.add(href);
            }
            // within a switch another way to show it follows
            foreign[0] |= Elements.is(element, "foreignObject")
                    && !(element.getParentNode() instanceof Element parent && Elements.is(parent, "switch"));
        });
        List<Notice> found = new ArrayList<>();
        if (!outside.isEmpty()) {
            String first = outside.iterator().next();
            found.add(Notice.caution(
                    "not-drawn",
                    "It shows “%s”%s from outside of the file, which is not drawn. Embed it where the drawing is made."
                            .formatted(
                                    first.length() > 80 ? "…" + first.substring(first.length() - 80) : first,
                                    outside.size() > 1 ? " and %d more".formatted(outside.size() - 1) : "")));
        }
        if (foreign[0]) {
            found.add(
                    Notice.caution(
                            "not-drawn",
                            "A part of it is a piece of a web page (foreignObject), which is not drawn. Make it text or shapes where the drawing is made."));
        }
        return found;
    }
}
