package app.vineparcel.core.codec.shapes;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Shapes;
import java.util.List;

/**
 * SVG (SVG 1.1, second edition).
 *
 * @param text how it is kept
 */
public record SvgFormat(Shapes.TextUse text) implements ShapesFormat {

    /** What can be chosen about an SVG. */
    public static final FormatKind KIND = new SvgKind();

    private static final long USUAL_BYTES = 21_000;

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none().and("text", ShapesFormat.word(text));
    }

    @Override
    public String sentence() {
        return "SVG, "
                + switch (text) {
                    case EMBED -> "fonts embedded";
                    case OUTLINE -> "text as outlines";
                    case NAME -> "fonts named only";
                };
    }

    @Override
    public Shapes kept() {
        return new Shapes(Shapes.Container.SVG, text, Shapes.Pages.PLAIN, ShapesFormat.pictures(100), USUAL_BYTES);
    }

    private static final class SvgKind implements Kind {

        @Override
        public String type() {
            return "svg";
        }

        @Override
        public String mediaType() {
            return "image/svg+xml";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(FormatOption.word("text", List.of("embed", "outline", "name"), "embed"));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new SvgFormat(ShapesFormat.text(chosen.word("text")));
        }
    }
}
