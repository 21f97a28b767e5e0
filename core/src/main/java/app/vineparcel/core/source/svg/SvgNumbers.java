package app.vineparcel.core.source.svg;

import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** Numbers as SVG writes them, no longer than they need to be. */
final class SvgNumbers {

    private static final Pattern LONG = Pattern.compile("-?\\d*\\.\\d{3,}(?:[eE][-+]?\\d+)?");
    private static final Set<String> LENGTHS = Set.of(
            "d", "points", "x", "y", "x1", "x2", "y1", "y2", "cx", "cy", "r", "rx", "ry", "width", "height", "fx", "fy",
            "dx", "dy");
    /** A length is kept to this share of the piece: far finer than a pixel at any size that it is drawn. */
    private static final double FINENESS = 1e6;

    private static final int PATH_DECIMALS = 3;

    private SvgNumbers() {}

    static String plain(double... numbers) {
        StringBuilder text = new StringBuilder();
        for (double number : numbers) {
            text.append(text.isEmpty() ? "" : " ").append(rounded(number, 6));
        }
        return text.toString();
    }

    static String matrix(AffineTransform onto) {
        return "matrix(%s)"
                .formatted(plain(
                        onto.getScaleX(),
                        onto.getShearY(),
                        onto.getShearX(),
                        onto.getScaleY(),
                        onto.getTranslateX(),
                        onto.getTranslateY()));
    }

    private static String rounded(double number, int decimals) {
        if (!Double.isFinite(number)) {
            return "0";
        }
        String text = BigDecimal.valueOf(number)
                .setScale(decimals, RoundingMode.HALF_EVEN)
                .stripTrailingZeros()
                .toPlainString();
        return text.startsWith("0.") ? text.substring(1) : text.startsWith("-0.") ? "-" + text.substring(2) : text;
    }

    /** Shortens the lengths of everything in an element whose view is that large. */
    static void trim(Element svg, double size) {
        int decimals = (int) Math.max(1, Math.min(9, Math.ceil(Math.log10(FINENESS / size))));
        Elements.each(svg, element -> {
            for (int i = 0; i < element.getAttributes().getLength(); i++) {
                Node attribute = element.getAttributes().item(i);
                if (LENGTHS.contains(attribute.getNodeName())) {
                    attribute.setNodeValue(LONG.matcher(attribute.getNodeValue())
                            .replaceAll(number -> Matcher.quoteReplacement(
                                    separated(rounded(Double.parseDouble(number.group()), decimals)))));
                }
            }
        });
    }

    /** A number that followed another without a space between, as in {@code 1.5.25}, must not run into it. */
    private static String separated(String number) {
        return number.startsWith("-") || number.startsWith(".") ? number : " " + number;
    }

    /** An outline as path data. */
    static String path(Shape shape) {
        StringBuilder path = new StringBuilder();
        double[] at = new double[6];
        for (PathIterator steps = shape.getPathIterator(null); !steps.isDone(); steps.next()) {
            int kind = steps.currentSegment(at);
            path.append("MLQCZ".charAt(kind));
            int count = new int[] {2, 2, 4, 6, 0}[kind];
            for (int i = 0; i < count; i++) {
                String number = rounded(at[i], PATH_DECIMALS);
                path.append(i == 0 || number.startsWith("-") ? "" : " ").append(number);
            }
        }
        return path.toString();
    }
}
