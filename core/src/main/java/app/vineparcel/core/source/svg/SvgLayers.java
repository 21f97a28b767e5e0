package app.vineparcel.core.source.svg;

import app.vineparcel.core.source.HelperName;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.SourceOptions;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.w3c.dom.Element;

/** The parts of a document that a person would call by name. */
final class SvgLayers {

    private static final int MOST = 2000;
    private static final Set<String> DRAWN = Set.of(
            "g", "svg", "use", "image", "text", "path", "rect", "circle", "ellipse", "line", "polyline", "polygon");
    private static final Set<String> NOT_DRAWN = Set.of(
            "defs",
            "symbol",
            "clipPath",
            "mask",
            "pattern",
            "marker",
            "metadata",
            "linearGradient",
            "radialGradient",
            "filter");
    /** Names that drawing programs give by themselves. */
    private static final Pattern COUNTED = Pattern.compile(
            "(g|svg|use|image|text|tspan|path|rect|circle|ellipse|line|polyline|polygon|group|layer|shape|object)?[-_]?\\d+(-\\d+)*");

    private SvgLayers() {}

    /** Groups and helpers by name, in document order. */
    static List<Layer> of(Element root) {
        Map<String, Layer> layers = new LinkedHashMap<>();
        named(root, element -> {
            Optional<String> helper = HelperName.reason(Elements.name(element)).or(() -> unprinted(element));
            if (Elements.is(element, "g") || helper.isPresent()) {
                layers.putIfAbsent(
                        key(element), new Layer(key(element), Elements.name(element), isShown(element), helper));
            }
        });
        return List.copyOf(layers.values());
    }

    /** The element that a layer stands for; empty if it was kept out. */
    static Optional<Element> element(Element root, Layer layer) {
        List<Element> found = new ArrayList<>();
        named(root, element -> {
            if (key(element).equals(layer.key())) {
                found.add(element);
            }
        });
        return found.stream().findFirst();
    }

    private static Optional<String> unprinted(Element element) {
        return element.getAttribute("class").matches(".*\\b(no-?print|screen-only)\\b.*")
                ? Optional.of("it is marked as not to be printed")
                : Optional.empty();
    }

    /** What a person might pick: named elements with an id, groups first. */
    static List<Element> pickable(Element root) {
        List<Element> found = new ArrayList<>();
        named(root, element -> {
            if (!element.getAttribute("id").isEmpty() && found.size() < MOST) {
                found.add(element);
            }
        });
        found.sort(Comparator.comparing(element -> !Elements.is(element, "g")));
        return found;
    }

    /** Takes what is kept out from the tree. */
    static void keepOut(Element root, SourceOptions options) {
        if (options.keptOut().isEmpty()) {
            return;
        }
        List<Element> out = new ArrayList<>();
        named(root, element -> {
            if (options.keepsOut(key(element), Elements.name(element))) {
                out.add(element);
            }
        });
        out.forEach(element -> element.getParentNode().removeChild(element));
    }

    private static String key(Element element) {
        String id = element.getAttribute("id");
        return id.isEmpty() ? Elements.name(element) : id;
    }

    private static boolean isShown(Element element) {
        return !element.getAttribute("display").equals("none")
                && !element.getAttribute("style").replace(" ", "").contains("display:none");
    }

    private static void named(Element parent, java.util.function.Consumer<Element> visit) {
        for (Element child : Elements.in(parent)) {
            if (NOT_DRAWN.contains(Elements.kind(child))) {
                continue;
            }
            String name = Elements.name(child);
            if (DRAWN.contains(Elements.kind(child))
                    && !name.isEmpty()
                    && !COUNTED.matcher(name).matches()) {
                visit.accept(child);
            }
            named(child, visit);
        }
    }
}
