package app.vineparcel.core.codec.shapes;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Shapes;
import java.util.List;

/** Encapsulated PostScript, level 3; text with the glyphs that it needs, transparency flattened. */
public record EpsFormat() implements ShapesFormat {

    /** There is nothing to choose about an EPS. */
    public static final FormatKind KIND = new EpsKind();

    private static final long USUAL_BYTES = 81_000;

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none();
    }

    @Override
    public String sentence() {
        return "EPS, transparency flattened";
    }

    @Override
    public Shapes kept() {
        return new Shapes(
                Shapes.Container.POSTSCRIPT,
                Shapes.TextUse.EMBED,
                Shapes.Pages.PLAIN,
                ShapesFormat.pictures(100),
                USUAL_BYTES);
    }

    private static final class EpsKind implements Kind {

        @Override
        public String type() {
            return "eps";
        }

        @Override
        public String mediaType() {
            return "application/postscript";
        }

        @Override
        public List<FormatOption> options() {
            return List.of();
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new EpsFormat();
        }
    }
}
