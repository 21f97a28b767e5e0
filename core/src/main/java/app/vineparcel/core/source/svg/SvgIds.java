package app.vineparcel.core.source.svg;

import app.vineparcel.core.WorkBudget;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** Ids and what refers to them. */
final class SvgIds {

    private static final Pattern REFERENCE = Pattern.compile("url\\(\\s*['\"]?#([^'\")]+)['\"]?\\s*\\)");

    private SvgIds() {}

    /** Copies the attributes that belong to SVG, links as SVG 1.1 writes them. */
    static void attributes(Element from, Element to) {
        for (int i = 0; i < from.getAttributes().getLength(); i++) {
            Node attribute = from.getAttributes().item(i);
            String name = attribute.getNodeName();
            if (name.equals("href") || name.endsWith(":href")) {
                to.setAttributeNS(SvgCut.XLINK, "xlink:href", attribute.getNodeValue());
            } else if (name.equals("xml:space") || name.equals("xml:lang")) {
                to.setAttributeNS("http://www.w3.org/XML/1998/namespace", name, attribute.getNodeValue());
            } else if (!name.contains(":") && !name.startsWith("xmlns") && !name.startsWith("on")) {
                to.setAttribute(name, attribute.getNodeValue());
            }
        }
    }

    /** All ids within an element, its own included. */
    static Set<String> of(Element element) {
        Set<String> ids = new HashSet<>();
        Elements.each(element, inner -> {
            if (!inner.getAttribute("id").isEmpty()) {
                ids.add(inner.getAttribute("id"));
            }
        });
        return ids;
    }

    /** The elements of a tree by their ids; of several with one id the first. */
    static Map<String, Element> index(Element root) {
        Map<String, Element> byId = new HashMap<>();
        Elements.each(root, element -> byId.putIfAbsent(element.getAttribute("id"), element));
        return byId;
    }

    /** The ids that an element and everything in it refer to. */
    static Set<String> referred(Element element) {
        Set<String> ids = new LinkedHashSet<>();
        Elements.each(element, inner -> {
            for (int i = 0; i < inner.getAttributes().getLength(); i++) {
                Node attribute = inner.getAttributes().item(i);
                String value = attribute.getNodeValue();
                if (attribute.getNodeName().endsWith("href") && value.startsWith("#")) {
                    ids.add(value.substring(1));
                } else {
                    ids.addAll(referred(value));
                }
            }
        });
        return ids;
    }

    /** The ids that a text refers to by {@code url(#…)}. */
    static Set<String> referred(String text) {
        Set<String> ids = new LinkedHashSet<>();
        Matcher matcher = REFERENCE.matcher(text);
        while (matcher.find()) {
            ids.add(matcher.group(1));
        }
        return ids;
    }

    /** Puts a prefix before every id and every reference to one. */
    static void prefix(Element svg, String prefix) {
        Set<String> ids = of(svg);
        Elements.each(svg, element -> {
            for (int i = 0; i < element.getAttributes().getLength(); i++) {
                Node attribute = element.getAttributes().item(i);
                String value = attribute.getNodeValue();
                if (attribute.getNodeName().equals("id")) {
                    attribute.setNodeValue(prefix + value);
                } else if (attribute.getNodeName().endsWith("href")
                        && value.startsWith("#")
                        && ids.contains(value.substring(1))) {
                    attribute.setNodeValue("#" + prefix + value.substring(1));
                } else if (value.contains("url(")) {
                    attribute.setNodeValue(references(value, ids, prefix));
                }
            }
            if (Elements.is(element, "style")) {
                String css = references(element.getTextContent(), ids, prefix);
                for (String id : ids) {
                    WorkBudget.check();
                    css = css.replaceAll(
                            "#" + Pattern.quote(id) + "(?=[\\s,{:.>+~\\[])",
                            Matcher.quoteReplacement("#" + prefix + id));
                }
                element.setTextContent(css);
            }
        });
    }

    private static String references(String text, Set<String> ids, String prefix) {
        return REFERENCE
                .matcher(text)
                .replaceAll(match -> ids.contains(match.group(1))
                        ? Matcher.quoteReplacement("url(#" + prefix + match.group(1) + ")")
                        : Matcher.quoteReplacement(match.group()));
    }
}
