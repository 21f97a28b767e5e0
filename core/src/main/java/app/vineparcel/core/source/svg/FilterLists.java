package app.vineparcel.core.source.svg;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.w3c.dom.Element;

/**
 * Lists of filters and filter functions (Filter Effects Module Level 1, 5 and 8.14), which the renderer does not know: the first becomes the
 * element's own filter, every further one that of a group around it.
 */
final class FilterLists {

    private static final Pattern STYLED = Pattern.compile("(?:^|;)\\s*filter\\s*:\\s*([^;]+)");
    private static final Pattern FUNCTION = Pattern.compile("([a-z-]+)\\(\\s*((?:[^()]|\\([^()]*\\))*)\\)\\s*");
    private static final int MOST = 20;
    private static final int LONGEST = 2000;

    private int made;

    private FilterLists() {}

    static void write(List<Element> all) {
        FilterLists lists = new FilterLists();
        for (Element element : all) {
            Matcher style = STYLED.matcher(element.getAttribute("style"));
            String said = style.find()
                    ? style.group(1).strip()
                    : element.getAttribute("filter").strip();
            boolean one = said.length() <= LONGEST && said.matches("url\\([^()]*\\)");
            if (element.getParentNode() != null && said.contains("(") && said.length() <= LONGEST && !one) {
                lists.write(element, said);
            }
        }
    }

    private void write(Element element, String said) {
        List<String> filters = new ArrayList<>();
        Matcher function = FUNCTION.matcher(said);
        int at = 0;
        while (at < said.length() && filters.size() < MOST && function.find(at) && function.start() == at) {
            Optional<String> filter = reference(element, function.group(1), function.group(2));
            if (filter.isEmpty()) {
                return;
            }
            filters.add(filter.get());
            at = function.end();
        }
        if (at < said.length() || filters.isEmpty()) {
            return;
        }
        element.setAttribute(
                "style", STYLED.matcher(element.getAttribute("style")).replaceAll(""));
        element.setAttribute("filter", filters.get(0));
        Element inner = element;
        for (String filter : filters.subList(1, filters.size())) {
            Element group = element.getOwnerDocument().createElementNS(SvgCut.SVG, "g");
            inner.getParentNode().replaceChild(group, inner);
            group.appendChild(inner);
            group.setAttribute("filter", filter);
            inner = group;
        }
    }

    private Optional<String> reference(Element near, String name, String argument) {
        if (name.equals("url")) {
            return Optional.of("url(" + argument + ")");
        }
        Optional<String> primitives = primitives(name, argument.strip());
        return primitives.map(content -> {
            String id = "vp-filter-" + ++made;
            Element filter = near.getOwnerDocument().createElementNS(SvgCut.SVG, "filter");
            filter.setAttribute("id", id);
            filter.setAttribute("x", "-50%");
            filter.setAttribute("y", "-50%");
            filter.setAttribute("width", "200%");
            filter.setAttribute("height", "200%");
            filter.setAttribute("color-interpolation-filters", "sRGB");
            for (String primitive : content.split("\n")) {
                String[] words = primitive.split("\\|");
                Element made = near.getOwnerDocument().createElementNS(SvgCut.SVG, words[0]);
                if (words[0].equals("feComponentTransfer")) {
                    transfer(made, words[1], words[2]);
                } else {
                    for (int i = 1; i + 1 < words.length; i += 2) {
                        made.setAttribute(words[i], words[i + 1]);
                    }
                }
                filter.appendChild(made);
            }
            near.getOwnerDocument().getDocumentElement().appendChild(filter);
            return "url(#" + id + ")";
        });
    }

    /** For each band of a transfer: {@code slope intercept}. */
    private static void transfer(Element made, String bands, String numbers) {
        String[] values = numbers.split(" ");
        for (String band : bands.split(" ")) {
            Element function = made.getOwnerDocument().createElementNS(SvgCut.SVG, "feFunc" + band);
            function.setAttribute("type", "linear");
            function.setAttribute("slope", values[0]);
            function.setAttribute("intercept", values[1]);
            made.appendChild(function);
        }
    }

    private static Optional<String> primitives(String name, String argument) {
        double amount = amount(argument, 1);
        double part = Math.min(1, amount);
        return switch (name) {
            case "blur" ->
                Lengths.px(argument.isEmpty() ? "0" : argument)
                        .map(deviation -> "feGaussianBlur|stdDeviation|" + deviation);
            case "brightness" -> Optional.of("feComponentTransfer|R G B|" + amount + " 0");
            case "contrast" -> Optional.of("feComponentTransfer|R G B|" + amount + " " + (0.5 - 0.5 * amount));
            case "opacity" -> Optional.of("feComponentTransfer|A|" + part + " 0");
            case "invert" -> Optional.of("feComponentTransfer|R G B|" + (1 - 2 * part) + " " + part);
            case "saturate" -> Optional.of("feColorMatrix|type|saturate|values|" + amount);
            case "grayscale" -> Optional.of("feColorMatrix|type|saturate|values|" + (1 - part));
            case "hue-rotate" -> Optional.of("feColorMatrix|type|hueRotate|values|" + degrees(argument));
            case "sepia" -> Optional.of("feColorMatrix|type|matrix|values|" + sepia(1 - part));
            case "drop-shadow" -> shadow(argument);
            default -> Optional.empty();
        };
    }

    private static double amount(String argument, double usual) {
        try {
            return argument.isEmpty()
                    ? usual
                    : argument.endsWith("%")
                            ? Double.parseDouble(argument.substring(0, argument.length() - 1)) / 100
                            : Double.parseDouble(argument);
        } catch (NumberFormatException e) {
            return usual;
        }
    }

    private static double degrees(String argument) {
        String number = argument.replaceAll("[a-z]+$", "");
        double value = amount(number, 0);
        return argument.endsWith("turn")
                ? value * 360
                : argument.endsWith("grad") ? value * 0.9 : argument.endsWith("rad") ? Math.toDegrees(value) : value;
    }

    private static String sepia(double rest) {
        return String.format(
                Locale.ROOT,
                "%f %f %f 0 0 %f %f %f 0 0 %f %f %f 0 0 0 0 0 1 0",
                0.393 + 0.607 * rest,
                0.769 - 0.769 * rest,
                0.189 - 0.189 * rest,
                0.349 - 0.349 * rest,
                0.686 + 0.314 * rest,
                0.168 - 0.168 * rest,
                0.272 - 0.272 * rest,
                0.534 - 0.534 * rest,
                0.131 + 0.869 * rest);
    }

    private static Optional<String> shadow(String argument) {
        List<Double> lengths = new ArrayList<>();
        String colour = "black";
        for (String word : argument.split("\\s+(?![^(]*\\))")) {
            Optional<Double> length = Lengths.px(word);
            if (length.isPresent()) {
                lengths.add(length.get());
            } else {
                colour = word;
            }
        }
        if (lengths.size() < 2) {
            return Optional.empty();
        }
        return Optional.of("feGaussianBlur|in|SourceAlpha|stdDeviation|" + (lengths.size() > 2 ? lengths.get(2) : 0)
                + "\nfeOffset|result|o|dx|" + lengths.get(0) + "|dy|" + lengths.get(1)
                + "\nfeFlood|flood-color|" + colour
                + "\nfeComposite|in2|o|operator|in|result|s"
                + "\nfeBlend|in|SourceGraphic|in2|s|mode|normal");
    }
}
