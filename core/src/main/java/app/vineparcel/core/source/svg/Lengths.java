package app.vineparcel.core.source.svg;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** CSS lengths with absolute units (CSS Values 3, 6.2). */
final class Lengths {

    private static final Pattern LENGTH =
            Pattern.compile("\\s*([+-]?(?:\\d+\\.?\\d*|\\.\\d+)(?:e[+-]?\\d+)?)\\s*(px|mm|cm|q|in|pt|pc)?\\s*");

    private Lengths() {}

    /** A length in px; empty if there is none, or one that depends on something else. */
    static Optional<Double> px(String text) {
        Matcher length = LENGTH.matcher(text.toLowerCase(Locale.ROOT));
        if (!length.matches()) {
            return Optional.empty();
        }
        double number = Double.parseDouble(length.group(1));
        String unit = length.group(2) == null ? "px" : length.group(2);
        return Optional.of(number
                * switch (unit) {
                    case "mm" -> 96 / 25.4;
                    case "cm" -> 96 / 2.54;
                    case "q" -> 96 / 101.6;
                    case "in" -> 96;
                    case "pt" -> 96.0 / 72;
                    case "pc" -> 16;
                    default -> 1;
                });
    }
}
