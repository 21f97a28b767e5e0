package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/**
 * A selector of CSS level 3 (Selectors Level 3), matched against elements; what the renderer's own style engine does not know. Pseudo-elements and
 * states that need a person, such as {@code :hover}, never match.
 */
final class CssSelector {

    private static final Pattern TOKEN = Pattern.compile("\\s*([>+~])\\s*|(\\s+)|(\\*|[\\w-]+)|#([\\w-]+)|\\.([\\w-]+)"
            + "|\\[\\s*([\\w:|-]+)\\s*(?:([~|^$*]?=)\\s*(?:\"([^\"]*)\"|'([^']*)'|([^\\]\\s]+)))?\\s*\\]"
            + "|:([\\w-]+)(?:\\(((?:[^()]|\\([^()]*\\))*)\\))?");
    private static final Pattern STEPS = Pattern.compile(
            "\\s*(?:(odd|even)|([+-]?\\d*)n\\s*(?:([+-])\\s*(\\d+))?|([+-]?\\d+))\\s*", Pattern.CASE_INSENSITIVE);
    private static final int LONGEST = 2000;

    private final List<Predicate<Element>> compounds = new ArrayList<>();
    private final List<Character> combinators = new ArrayList<>();
    private int classes;

    private CssSelector() {}

    /** Reads one selector without commas; empty if it is not understood. */
    static Optional<CssSelector> parse(String text) {
        String stripped = text.strip();
        CssSelector selector = new CssSelector();
        Predicate<Element> compound = null;
        Matcher token = TOKEN.matcher(stripped);
        int at = 0;
        if (stripped.isEmpty() || stripped.length() > LONGEST) {
            return Optional.empty();
        }
        while (at < stripped.length()) {
            if (!token.find(at) || token.start() != at) {
                return Optional.empty();
            }
            at = token.end();
            boolean joins = token.group(1) != null || token.group(2) != null;
            if (joins) {
                if (compound == null) {
                    return Optional.empty();
                }
                selector.compounds.add(compound);
                selector.combinators.add(
                        token.group(1) == null ? ' ' : token.group(1).charAt(0));
                compound = null;
                continue;
            }
            Optional<Predicate<Element>> simple = selector.simple(token);
            if (simple.isEmpty()) {
                return Optional.empty();
            }
            compound = compound == null ? simple.get() : compound.and(simple.get());
        }
        if (compound == null) {
            return Optional.empty();
        }
        selector.compounds.add(compound);
        return Optional.of(selector);
    }

    /** How specific it is, in classes: an id counts as ten. */
    int weight() {
        return Math.max(1, classes);
    }

    boolean matches(Element element) {
        return matches(element, compounds.size() - 1);
    }

    private boolean matches(Element element, int index) {
        WorkBudget.check();
        if (!compounds.get(index).test(element)) {
            return false;
        }
        if (index == 0) {
            return true;
        }
        return switch (combinators.get(index - 1)) {
            case '>' -> parent(element).filter(up -> matches(up, index - 1)).isPresent();
            case '+' ->
                sibling(element, -1).filter(left -> matches(left, index - 1)).isPresent();
            case '~' -> {
                for (Optional<Element> left = sibling(element, -1); left.isPresent(); left = sibling(left.get(), -1)) {
                    if (matches(left.get(), index - 1)) {
                        yield true;
                    }
                }
                yield false;
            }
            default -> {
                for (Optional<Element> up = parent(element); up.isPresent(); up = parent(up.get())) {
                    if (matches(up.get(), index - 1)) {
                        yield true;
                    }
                }
                yield false;
            }
        };
    }

    private Optional<Predicate<Element>> simple(Matcher token) {
        if (token.group(3) != null) {
            String name = token.group(3);
            return Optional.of(element -> name.equals("*") || Elements.is(element, name));
        }
        if (token.group(4) != null) {
            classes += 10;
            String id = token.group(4);
            return Optional.of(element -> element.getAttribute("id").equals(id));
        }
        classes++;
        if (token.group(5) != null) {
            String name = token.group(5);
            return Optional.of(element -> has(element.getAttribute("class"), name));
        }
        if (token.group(6) != null) {
            String value =
                    token.group(8) != null ? token.group(8) : token.group(9) != null ? token.group(9) : token.group(10);
            return Optional.of(attribute(token.group(6).replace('|', ':'), token.group(7), value));
        }
        return pseudo(token.group(11).toLowerCase(Locale.ROOT), token.group(12) == null ? "" : token.group(12));
    }

    private static boolean has(String words, String word) {
        return (" " + words.replaceAll("\\s+", " ") + " ").contains(" " + word + " ");
    }

    private static Predicate<Element> attribute(
            String name,
            @org.jspecify.annotations.Nullable String operator,
            @org.jspecify.annotations.Nullable String value) {
        if (operator == null || value == null) {
            return element -> element.hasAttribute(name);
        }
        return element -> {
            String own = element.getAttribute(name);
            boolean something = element.hasAttribute(name) && !value.isEmpty();
            return switch (operator) {
                case "=" -> element.hasAttribute(name) && own.equals(value);
                case "~=" -> something && has(own, value);
                case "|=" -> element.hasAttribute(name) && (own.equals(value) || own.startsWith(value + "-"));
                case "^=" -> something && own.startsWith(value);
                case "$=" -> something && own.endsWith(value);
                default -> something && own.contains(value);
            };
        };
    }

    private Optional<Predicate<Element>> pseudo(String name, String argument) {
        Predicate<Element> same = element -> true;
        return switch (name) {
            case "root" -> Optional.of(element -> parent(element).isEmpty());
            case "empty" -> Optional.of(element -> element.getFirstChild() == null);
            case "first-child" -> Optional.of(element -> place(element, -1, false) == 1);
            case "last-child" -> Optional.of(element -> place(element, 1, false) == 1);
            case "only-child" ->
                Optional.of(element -> place(element, -1, false) == 1 && place(element, 1, false) == 1);
            case "first-of-type" -> Optional.of(element -> place(element, -1, true) == 1);
            case "last-of-type" -> Optional.of(element -> place(element, 1, true) == 1);
            case "only-of-type" ->
                Optional.of(element -> place(element, -1, true) == 1 && place(element, 1, true) == 1);
            case "nth-child" -> steps(argument).map(fits -> element -> fits.test(place(element, -1, false)));
            case "nth-last-child" -> steps(argument).map(fits -> element -> fits.test(place(element, 1, false)));
            case "nth-of-type" -> steps(argument).map(fits -> element -> fits.test(place(element, -1, true)));
            case "nth-last-of-type" -> steps(argument).map(fits -> element -> fits.test(place(element, 1, true)));
            case "not" -> {
                Optional<CssSelector> inner = parse(argument);
                inner.ifPresent(one -> classes += one.classes - 1);
                yield inner.map(one -> element -> !one.matches(element));
            }
            case "link" -> Optional.of(element -> Elements.is(element, "a"));
            case "hover", "active", "focus", "visited", "target" -> Optional.of(same.negate());
            default -> Optional.empty();
        };
    }

    /** {@code an+b}, {@code odd}, {@code even} or a number. */
    private static Optional<Predicate<Integer>> steps(String text) {
        Matcher given = STEPS.matcher(text);
        if (!given.matches() || text.length() > 20) {
            return Optional.empty();
        }
        int step;
        int first;
        if (given.group(1) != null) {
            step = 2;
            first = given.group(1).equalsIgnoreCase("odd") ? 1 : 0;
        } else if (given.group(5) != null) {
            step = 0;
            first = Integer.parseInt(given.group(5));
        } else {
            String factor = given.group(2);
            step = factor.isEmpty() || factor.equals("+") ? 1 : factor.equals("-") ? -1 : Integer.parseInt(factor);
            first = given.group(4) == null ? 0 : Integer.parseInt(given.group(3) + given.group(4));
        }
        return Optional.of(
                place -> step == 0 ? place == first : (place - first) % step == 0 && (place - first) / step >= 0);
    }

    /** Its number among its siblings, from 1, counted from the first (-1) or the last (1). */
    private static int place(Element element, int direction, boolean ofItsType) {
        int place = 1;
        for (Optional<Element> next = sibling(element, direction);
                next.isPresent();
                next = sibling(next.get(), direction)) {
            place += !ofItsType || Elements.kind(next.get()).equals(Elements.kind(element)) ? 1 : 0;
        }
        return place;
    }

    private static Optional<Element> parent(Element element) {
        return element.getParentNode() instanceof Element up ? Optional.of(up) : Optional.empty();
    }

    private static Optional<Element> sibling(Element element, int direction) {
        Node node = element;
        do {
            node = direction < 0 ? node.getPreviousSibling() : node.getNextSibling();
        } while (node != null && !(node instanceof Element));
        return Optional.ofNullable((Element) node);
    }
}
