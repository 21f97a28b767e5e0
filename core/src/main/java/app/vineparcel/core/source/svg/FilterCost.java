package app.vineparcel.core.source.svg;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.w3c.dom.Element;

/** How often the steps of a filter are worked out: a result that others name is worked out anew for each of them. */
final class FilterCost {

    private static final long MOST_STEPS = 5_000;
    private static final int LARGEST_MATRIX = 10_000;
    /** Each octave has half the contrast of the one before (Filter Effects 1, 9.24); what lies behind the twelfth no 8 bits hold. */
    private static final int MOST_OCTAVES = 12;

    private static final double SMALLEST_PART = 0.01;
    private static final Set<String> GIVEN =
            Set.of("SourceGraphic", "SourceAlpha", "BackgroundImage", "BackgroundAlpha", "FillPaint", "StrokePaint");

    private FilterCost() {}

    /**
     * Looks a filter over, and takes out what asks for work that nobody sees.
     *
     * @throws IOException with a reason in words if it is worked out too often
     */
    static void check(Element filter) throws IOException {
        Map<String, Long> results = new HashMap<>();
        long last = 1;
        for (Element step : Elements.in(filter)) {
            tame(step);
            long cost = 1;
            for (String input : inputs(step)) {
                cost += GIVEN.contains(input) ? 1 : results.getOrDefault(input, last);
                if (cost > MOST_STEPS) {
                    throw new IOException(
                            "a filter in it repeats its steps more than %,d times.".formatted(MOST_STEPS));
                }
            }
            results.put(step.getAttribute("result"), cost);
            last = cost;
        }
    }

    private static List<String> inputs(Element step) {
        List<String> inputs = new ArrayList<>();
        if (Elements.is(step, "feMerge")) {
            Elements.in(step).forEach(node -> inputs.add(node.getAttribute("in")));
        } else {
            inputs.add(step.getAttribute("in"));
            if (step.hasAttribute("in2")) {
                inputs.add(step.getAttribute("in2"));
            }
        }
        return inputs;
    }

    private static void tame(Element step) throws IOException {
        if (Elements.is(step, "feTurbulence") && number(step, "numOctaves") > MOST_OCTAVES) {
            step.setAttribute("numOctaves", String.valueOf(MOST_OCTAVES));
        }
        if (Elements.is(step, "feConvolveMatrix")) {
            String[] order = step.getAttribute("order").strip().split("[\\s,]+", 3);
            double across = Lengths.px(order[0]).orElse(3.0);
            double down = order.length > 1 ? Lengths.px(order[1]).orElse(across) : across;
            if (across * down > LARGEST_MATRIX) {
                throw new IOException(
                        "a filter in it has a matrix of more than %,d numbers.".formatted(LARGEST_MATRIX));
            }
        }
        for (String side : List.of("width", "height")) { // a part without an area is not drawn
            double length = number(step, side);
            if (length > 0 && length < SMALLEST_PART && !step.getAttribute(side).contains("%")) {
                step.setAttribute(side, "0");
            }
        }
    }

    private static double number(Element step, String name) {
        return Lengths.px(step.getAttribute(name).strip().replace("%", "")).orElse(0.0);
    }
}
