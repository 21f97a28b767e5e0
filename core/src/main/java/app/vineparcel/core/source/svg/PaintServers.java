package app.vineparcel.core.source.svg;

import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.w3c.dom.Element;

/** Paints that lead nowhere give way to the colour that stands behind them (SVG 2, 13.2). */
final class PaintServers {

    private static final Pattern PAINT = Pattern.compile("url\\(\\s*['\"]?#([^'\")]+)['\"]?\\s*\\)\\s*([^;]*)");
    private static final List<String> PAINTED = List.of("fill", "stroke", "style");

    private PaintServers() {}

    static void fallBack(List<Element> all, Map<String, Element> byId) {
        for (Element element : all) {
            for (String name : PAINTED) {
                String value = element.getAttribute(name);
                if (value.contains("url(")) {
                    String sound = PAINT.matcher(value)
                            .replaceAll(match -> Matcher.quoteReplacement(
                                    paints(byId.get(match.group(1))) ? match.group() : otherwise(match.group(2))));
                    if (!sound.equals(value)) {
                        element.setAttribute(name, sound);
                    }
                }
            }
        }
    }

    private static String otherwise(String colour) {
        return colour.isBlank() ? "none" : colour.strip();
    }

    private static boolean paints(@org.jspecify.annotations.Nullable Element server) {
        if (server == null) {
            return false;
        }
        return !Elements.is(server, "pattern") || isSized(server, "width") && isSized(server, "height");
    }

    private static boolean isSized(Element pattern, String side) {
        return !pattern.getAttribute(side).isBlank()
                && !pattern.getAttribute(side).matches("\\s*-?0*(\\.0*)?(%|[a-z]*)\\s*");
    }
}
