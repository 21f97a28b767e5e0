package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.w3c.dom.Element;

/**
 * Writes rules of a document's style sheets, whose selectors the renderer does not know, for classes that the matching elements are given. As
 * many times as the selector is specific the class is named, so that the cascade stays as it was.
 */
final class StyleRules {

    private static final Pattern MODERN = Pattern.compile(":(?!first-child\\b|lang\\b)[\\w-]+|[\\^$*]=|~");
    private static final int MOST_RULES = 20_000;

    private final List<Element> all;
    private int made;

    private StyleRules(List<Element> all) {
        this.all = all;
    }

    static void rewrite(List<Element> all) {
        StyleRules rules = new StyleRules(all);
        for (Element element : all) {
            if (Elements.is(element, "style")
                    && MODERN.matcher(element.getTextContent()).find()) {
                element.setTextContent(rules.sheet(Css.withoutComments(element.getTextContent())));
            }
        }
    }

    /** Goes through the blocks of a sheet once; what is no plain rule stays as it is. */
    private String sheet(String css) {
        StringBuilder out = new StringBuilder();
        int at = 0;
        while (at < css.length()) {
            WorkBudget.check();
            int open = css.indexOf('{', at);
            int close = open < 0 ? -1 : css.indexOf('}', open);
            if (close < 0 || made > MOST_RULES) {
                break;
            }
            String selectors = css.substring(at, open);
            boolean plain = !selectors.contains("@");
            out.append(plain ? selectors(selectors) : selectors).append(css, open, close + 1);
            at = close + 1;
        }
        return out.append(css.substring(at)).toString();
    }

    private String selectors(String list) {
        List<String> written = new ArrayList<>();
        for (String one : Css.split(list, ',')) {
            Optional<CssSelector> selector = MODERN.matcher(one).find() ? CssSelector.parse(one) : Optional.empty();
            written.add(selector.map(this::named).orElse(one));
        }
        return String.join(",", written);
    }

    private String named(CssSelector selector) {
        String name = "vp-rule-" + ++made;
        WorkBudget.check();
        for (Element element : all) {
            if (selector.matches(element)) {
                element.setAttribute("class", (element.getAttribute("class") + " " + name).strip());
            }
        }
        return ("." + name).repeat(Math.min(200, selector.weight()));
    }
}
