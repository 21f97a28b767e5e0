package app.vineparcel.core.source.svg;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.w3c.dom.Element;

/** Which recipes elements ask for by themselves, in the attribute {@code data-recipe}: words with spaces between, each a recipe's title as {@code kebab-case}. */
final class RecipeWords {

    private static final String ATTRIBUTE = "data-recipe";
    private static final int MOST_WORDS = 50;
    private static final int MOST_ELEMENTS = 2000;
    private static final Set<String> NOT_DRAWN =
            Set.of("defs", "symbol", "clipPath", "mask", "pattern", "marker", "metadata");

    private RecipeWords() {}

    /** What an element asks for; empty if it asks for nothing. */
    static List<String> of(Element element) {
        return Arrays.stream(element.getAttribute(ATTRIBUTE).strip().split("\\s+"))
                .map(RecipeWords::plain)
                .filter(word -> !word.isEmpty())
                .distinct()
                .limit(MOST_WORDS)
                .toList();
    }

    /** The elements below the root that ask for any, in document order; one without an id gets one after its name. */
    static List<Element> elements(Element root) {
        List<Element> found = new ArrayList<>();
        collect(root, found);
        Set<String> taken = new HashSet<>();
        Elements.each(root, element -> taken.add(element.getAttribute("id")));
        for (Element element : found) {
            if (element.getAttribute("id").isEmpty()) {
                String name = plain(Elements.name(element));
                String id = name.isEmpty() ? "asked" : name;
                for (int number = 2; taken.contains(id); number++) {
                    id = (name.isEmpty() ? "asked" : name) + "-" + number;
                }
                taken.add(id);
                element.setAttribute("id", id);
            }
        }
        return found;
    }

    /** Letters and digits in lower case, hyphens for all else. */
    private static String plain(String words) {
        return words.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", "-")
                .replaceAll("^-|-$", "");
    }

    private static void collect(Element parent, List<Element> found) {
        for (Element child : Elements.in(parent)) {
            if (NOT_DRAWN.contains(Elements.kind(child)) || Elements.is(child, "view")) {
                continue;
            }
            if (!of(child).isEmpty() && found.size() < MOST_ELEMENTS) {
                found.add(child);
            }
            collect(child, found);
        }
    }
}
