package app.vineparcel.core.recipe;

import app.vineparcel.core.PlainNumber;
import app.vineparcel.core.geometry.LengthUnit;
import app.vineparcel.core.geometry.Sizing;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.node.ObjectNode;

/** The ways of giving a size, in the order in which forms list them: each is read, written and put into words here and nowhere else. */
public final class SizeModes {

    private static final int PRINT_PPI = 300;

    private static final List<SizeMode> ALL = List.of(
            SizeMode.of(
                    "original",
                    List.of(),
                    Sizing.Original.class,
                    numbers -> new Sizing.Original(),
                    (sizing, json) -> {},
                    sizing -> "Original size",
                    sizing -> "full size"),
            edge("long-edge", Sizing.Side.LONG, "Long edge"),
            edge("short-edge", Sizing.Side.SHORT, "Short edge"),
            edge("width", Sizing.Side.WIDTH, "Width"),
            edge("height", Sizing.Side.HEIGHT, "Height"),
            box("inside", Sizing.BoxFit.INSIDE, "Fit inside %d × %d px"),
            box("fill", Sizing.BoxFit.FILL, "Fill %d × %d px, cropped"),
            box("pad", Sizing.BoxFit.PAD, "Fit on a canvas of %d × %d px"),
            box("stretch", Sizing.BoxFit.STRETCH, "Stretch to %d × %d px"),
            SizeMode.of(
                    "scale",
                    List.of("factor"),
                    Sizing.Scaled.class,
                    numbers -> new Sizing.Scaled(numbers.number("factor", 64)),
                    (scaled, json) -> json.put("factor", PlainNumber.decimal(scaled.factor())),
                    SizeModes::scale,
                    SizeModes::scale),
            SizeMode.of(
                    "megapixels",
                    List.of("mp"),
                    Sizing.Megapixels.class,
                    numbers -> new Sizing.Megapixels(numbers.number("mp", 1000)),
                    (area, json) -> json.put("mp", PlainNumber.decimal(area.mp())),
                    SizeModes::area,
                    SizeModes::area),
            SizeMode.of(
                    "print",
                    List.of("width", "height", "unit", "fit"),
                    Sizing.Print.class,
                    SizeModes::print,
                    SizeModes::write,
                    SizeModes::onPaper,
                    SizeModes::onPaper));

    private SizeModes() {}

    /** Their words in a recipe's {@code size.mode}. */
    public static List<String> words() {
        return ALL.stream().map(SizeMode::word).toList();
    }

    /** The keys in a recipe's {@code size} that belong to a mode; none for a word that is no mode's. */
    public static List<String> keys(String word) {
        return ALL.stream()
                .filter(mode -> mode.word().equals(word))
                .findFirst()
                .map(SizeMode::keys)
                .orElse(List.of());
    }

    /** The mode of a word that is one of these. */
    static SizeMode of(String word) {
        return ALL.stream().filter(mode -> mode.word().equals(word)).findFirst().orElseThrow();
    }

    /** The mode of a sizing. */
    static SizeMode of(Sizing sizing) {
        return ALL.stream()
                .filter(mode -> mode.owns().apply(sizing))
                .findFirst()
                .orElseThrow();
    }

    private static SizeMode edge(String word, Sizing.Side side, String title) {
        return SizeMode.of(
                        word,
                        List.of("px"),
                        Sizing.Edge.class,
                        numbers -> new Sizing.Edge(side, numbers.px("px")),
                        (edge, json) -> json.put("px", edge.px()),
                        edge -> title + " " + edge.px() + " px",
                        edge -> edge.px() + " px")
                .where(sizing -> ((Sizing.Edge) sizing).side() == side);
    }

    private static SizeMode box(String word, Sizing.BoxFit fit, String sentence) {
        return SizeMode.of(
                        word,
                        List.of("width", "height"),
                        Sizing.Boxed.class,
                        numbers -> new Sizing.Boxed(fit, numbers.px("width"), numbers.px("height")),
                        (box, json) -> json.put("width", box.width()).put("height", box.height()),
                        box -> sentence.formatted(box.width(), box.height()),
                        box -> box.width() + " × " + box.height())
                .where(sizing -> ((Sizing.Boxed) sizing).fit() == fit);
    }

    private static String scale(Sizing.Scaled scaled) {
        return "Scale by " + PlainNumber.of(scaled.factor());
    }

    private static String area(Sizing.Megapixels area) {
        return "About " + PlainNumber.of(area.mp()) + " megapixels";
    }

    private static String onPaper(Sizing.Print print) {
        return "Print at %s × %s %s, %d ppi"
                .formatted(
                        PlainNumber.of(print.width()), PlainNumber.of(print.height()), word(print.unit()), print.ppi());
    }

    private static Sizing.Print print(SizeNumbers numbers) {
        LengthUnit unit = numbers.word("unit", LengthUnit.class, List.of("mm", "cm", "in"));
        Sizing.BoxFit fit = numbers.word("fit", Sizing.BoxFit.class, List.of("inside", "fill", "pad"));
        int ppi = numbers.ppi().orElse(PRINT_PPI);
        Sizing.Print print =
                new Sizing.Print(fit, numbers.number("width", 10_000), numbers.number("height", 10_000), unit, ppi);
        numbers.requirePossible(print.inPixels().width(), print.inPixels().height());
        return print;
    }

    private static void write(Sizing.Print print, ObjectNode json) {
        json.put("width", PlainNumber.decimal(print.width()))
                .put("height", PlainNumber.decimal(print.height()))
                .put("unit", word(print.unit()))
                .put("fit", word(print.fit()));
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT);
    }
}
