package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/**
 * What a document may ask of us. Counts how many elements it has once every {@code use} stands for what it repeats, so that neither a
 * circle nor an avalanche of references is ever drawn, and looks at the length of its attributes.
 */
final class SvgRules {

    private static final long MOST_ELEMENTS = 2_000_000;
    /** Of what is drawn by {@code use} and by every other reference together; one pattern in many places is drawn once each. */
    private static final long MOST_DRAWN = 50_000_000;

    private static final int LONGEST_ATTRIBUTE = 8_000_000;
    private static final int LONGEST_TEXT = 100_000;
    private static final int MOST_SPANS = 5_000;
    private static final int LONGEST_PROPERTY = 16_000;
    /** Properties that are read by patterns, and may name other elements. */
    private static final Set<String> PROPERTIES = Set.of(
            "style",
            "fill",
            "stroke",
            "mask",
            "clip-path",
            "filter",
            "marker",
            "marker-start",
            "marker-mid",
            "marker-end",
            "class",
            "id",
            "seed");

    private final Map<String, Element> byId = new HashMap<>();
    private final Map<Element, Long> counted = new HashMap<>();
    private final Map<Element, Long> drawn = new HashMap<>();
    private final Set<Element> open = new HashSet<>();

    private SvgRules() {}

    /**
     * Looks a document over.
     *
     * @throws IOException with a reason in words if it breaks a rule
     */
    static void check(Element root) throws IOException {
        SvgRules rules = new SvgRules();
        Deque<Element> all = new ArrayDeque<>();
        all.push(root);
        while (!all.isEmpty()) {
            WorkBudget.check();
            Element element = all.pop();
            rules.attributes(element);
            if (Elements.is(element, "text")) {
                text(element);
            }
            if (Elements.is(element, "filter")) {
                FilterCost.check(element);
            }
            children(element).forEachRemaining(all::push);
        }
        if (rules.count(root) > MOST_ELEMENTS) {
            throw new IOException("its references repeat into more than two million elements.");
        }
        if (rules.drawn(root) > MOST_DRAWN) {
            throw new IOException(
                    "its masks, patterns, markers, clips and filters name each other into more than fifty million elements.");
        }
    }

    /** The library lays a text out as a whole, in steps that grow with the square of its spans. */
    private static void text(Element text) throws IOException {
        if (text.getTextContent().length() > LONGEST_TEXT) {
            throw new IOException("a text in it has more than %,d letters.".formatted(LONGEST_TEXT));
        }
        int[] spans = {0};
        Elements.each(text, span -> spans[0]++);
        if (spans[0] > MOST_SPANS) {
            throw new IOException("a text in it has more than %,d spans.".formatted(MOST_SPANS));
        }
    }

    private void attributes(Element element) throws IOException {
        for (int i = 0; i < element.getAttributes().getLength(); i++) {
            Node attribute = element.getAttributes().item(i);
            boolean picture = attribute.getNodeValue().startsWith("data:");
            if (!picture && attribute.getNodeValue().length() > LONGEST_ATTRIBUTE) {
                throw new IOException("an attribute “%s” has %d million characters; up to %d are read."
                        .formatted(
                                attribute.getNodeName(),
                                attribute.getNodeValue().length() / 1_000_000,
                                LONGEST_ATTRIBUTE / 1_000_000));
            }
            if (PROPERTIES.contains(attribute.getNodeName())
                    && attribute.getNodeValue().length() > LONGEST_PROPERTY
                    && !attribute.getNodeValue().contains("data:")) {
                throw new IOException("an attribute “%s” has %,d characters; up to %,d are read."
                        .formatted(
                                attribute.getNodeName(),
                                attribute.getNodeValue().length(),
                                LONGEST_PROPERTY));
            }
        }
        String id = element.getAttribute("id");
        if (!id.isEmpty()) {
            byId.putIfAbsent(id, element);
        }
    }

    private long count(Element element) throws IOException {
        Long known = counted.get(element);
        if (known != null) {
            return known;
        }
        if (!open.add(element)) {
            throw new IOException("its element “%s” refers to itself.".formatted(element.getAttribute("id")));
        }
        long sum = 1;
        for (Iterator<Element> inside = children(element); inside.hasNext(); ) {
            sum += count(inside.next());
        }
        if (Elements.is(element, "use")) {
            Element target = byId.get(reference(element));
            sum += target == null ? 0 : count(target);
        }
        open.remove(element);
        sum = Math.min(sum, MOST_ELEMENTS + 1);
        counted.put(element, sum);
        return sum;
    }

    /** How many elements are drawn for one, whatever names it. A circle is drawn once, or not at all; others say so. */
    private long drawn(Element element) {
        Long known = drawn.get(element);
        if (known != null) {
            return known;
        }
        if (!open.add(element)) {
            return 0;
        }
        WorkBudget.check();
        long sum = 1;
        for (Iterator<Element> inside = children(element); inside.hasNext(); ) {
            sum = Math.min(MOST_DRAWN + 1, sum + drawn(inside.next()));
        }
        Set<String> named = new LinkedHashSet<>();
        for (int i = 0; i < element.getAttributes().getLength(); i++) {
            Node attribute = element.getAttributes().item(i);
            if (PROPERTIES.contains(attribute.getNodeName())) {
                named.addAll(SvgIds.referred(attribute.getNodeValue()));
            }
        }
        named.add(reference(element));
        for (String id : named) {
            Element target = byId.get(id);
            long times = target != null && Elements.is(target, "marker") ? corners(element) : 1;
            sum = target == null ? sum : Math.min(MOST_DRAWN + 1, sum + times * drawn(target));
        }
        open.remove(element);
        drawn.put(element, sum);
        return sum;
    }

    /** At least as many as a path has. */
    private static long corners(Element element) {
        return 2
                + Math.max(
                                element.getAttribute("d").length(),
                                element.getAttribute("points").length())
                        / 4;
    }

    /** The id that an element's link leads to within its document; empty if it leads nowhere in it. */
    static String reference(Element element) {
        String href = Elements.href(element);
        return href.startsWith("#") ? href.substring(1) : "";
    }

    private static Iterator<Element> children(Element parent) {
        return Elements.in(parent).iterator();
    }
}
