package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.LengthUnit;
import app.vineparcel.core.geometry.Sizing;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;

/** Reads the size clause: its mode says which numbers belong to it. */
final class SizeClauseReader {

    /** The most px that one edge may be asked to have. */
    static final int MOST_PX = 100_000;

    private static final List<String> MODES = List.of(
            "original",
            "long-edge",
            "short-edge",
            "width",
            "height",
            "inside",
            "fill",
            "pad",
            "stretch",
            "scale",
            "megapixels",
            "print");
    private static final int PRINT_PPI = 300;

    private static final double LEAST_DENSITY = 0.25;
    private static final double MOST_DENSITY = 8;
    private static final int MOST_DENSITIES = 8;

    private final JsonPlace size;

    SizeClauseReader(JsonPlace size) {
        this.size = size;
    }

    SizeClause read() {
        Sizing sizing = sizing(size.choice("mode", MODES).orElse("original"));
        boolean enlarge = size.flag("enlarge", false);
        OptionalInt ppi = size.whole("ppi", 1, 10_000);
        if (sizing instanceof Sizing.Print print) {
            ppi = OptionalInt.of(print.ppi());
        }
        List<Double> densities = size.numbers("densities", LEAST_DENSITY, MOST_DENSITY, MOST_DENSITIES);
        size.refuseOthers();
        return new SizeClause(
                sizing,
                enlarge,
                ppi,
                densities.isEmpty()
                        ? SizeClause.SINGLE
                        : densities.stream().distinct().sorted().toList());
    }

    private Sizing sizing(String mode) {
        return switch (mode) {
            case "long-edge" -> edge(Sizing.Side.LONG);
            case "short-edge" -> edge(Sizing.Side.SHORT);
            case "width" -> edge(Sizing.Side.WIDTH);
            case "height" -> edge(Sizing.Side.HEIGHT);
            case "inside", "fill", "pad", "stretch" -> new Sizing.Boxed(fit(mode), px("width"), px("height"));
            case "scale" -> new Sizing.Scaled(number("factor", 64));
            case "megapixels" -> new Sizing.Megapixels(number("mp", 1000));
            case "print" -> print();
            default -> new Sizing.Original();
        };
    }

    private Sizing edge(Sizing.Side side) {
        return new Sizing.Edge(side, px("px"));
    }

    private Sizing print() {
        LengthUnit unit = LengthUnit.valueOf(
                size.choice("unit", List.of("mm", "cm", "in")).orElse("mm").toUpperCase(Locale.ROOT));
        Sizing.BoxFit fit =
                fit(size.choice("fit", List.of("inside", "fill", "pad")).orElse("inside"));
        int ppi = size.whole("ppi", 1, 10_000).orElse(PRINT_PPI);
        Sizing.Print print = new Sizing.Print(fit, number("width", 10_000), number("height", 10_000), unit, ppi);
        Sizing.Boxed box = print.inPixels();
        if (Math.max(box.width(), box.height()) > MOST_PX) {
            size.fault("", box.width() + " × " + box.height() + " px", "an edge may have up to " + MOST_PX + " px");
        }
        return print;
    }

    private static Sizing.BoxFit fit(String word) {
        return Sizing.BoxFit.valueOf(word.toUpperCase(Locale.ROOT));
    }

    private int px(String key) {
        size.missing(key, "a whole number of px is expected");
        return size.whole(key, 1, MOST_PX).orElse(1);
    }

    private double number(String key, double most) {
        size.missing(key, "a number above 0 is expected");
        return size.positive(key, most).orElse(1);
    }
}
