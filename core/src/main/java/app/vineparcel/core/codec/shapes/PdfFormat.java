package app.vineparcel.core.codec.shapes;

import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Requirement;
import app.vineparcel.core.codec.Shapes;
import java.math.BigDecimal;
import java.util.List;

/**
 * PDF (ISO 32000).
 *
 * @param pages how its pages are made; version 1.4, 1.6, 1.7 or 2.0, bleed 0 to 50 mm
 * @param text embedded or as outlines
 * @param quality of pictures as JPEG, 1 to 100
 */
public record PdfFormat(Shapes.Pages pages, Shapes.TextUse text, int quality) implements ShapesFormat {

    /** What can be chosen about a PDF. */
    public static final FormatKind KIND = new PdfKind();

    private static final List<String> VERSIONS = List.of("1.4", "1.6", "1.7", "2.0");
    /** Millimetres. */
    private static final double MOST_BLEED = 50;

    private static final int USUAL_QUALITY = 90;
    private static final long USUAL_BYTES = 25_000;

    public PdfFormat {
        Requirement.quality(quality);
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none()
                .and("version", pages.version())
                .and("combine", pages.combine())
                .and("crop-marks", pages.cropMarks())
                .and("bleed", pages.bleed())
                .and("text", ShapesFormat.word(text))
                .and("quality", quality);
    }

    @Override
    public String sentence() {
        return "PDF " + pages.version()
                + (pages.combine() ? ", all pieces in one file" : "")
                + (pages.bleed() > 0
                        ? ", %s mm bleed"
                                .formatted(BigDecimal.valueOf(pages.bleed())
                                        .stripTrailingZeros()
                                        .toPlainString())
                        : "")
                + (pages.cropMarks() ? ", crop marks" : "")
                + (text == Shapes.TextUse.OUTLINE ? ", text as outlines" : "");
    }

    @Override
    public String summary() {
        return "PDF " + pages.version() + (pages.combine() ? ", one file" : "");
    }

    @Override
    public boolean takesInks() {
        return true;
    }

    @Override
    public Shapes kept() {
        return new Shapes(Shapes.Container.PDF, text, pages, ShapesFormat.pictures(quality), USUAL_BYTES);
    }

    private static final class PdfKind implements Kind {

        @Override
        public String type() {
            return "pdf";
        }

        @Override
        public String mediaType() {
            return "application/pdf";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(
                    FormatOption.word("version", VERSIONS, "1.7"),
                    FormatOption.flag("combine", false),
                    FormatOption.flag("crop-marks", false),
                    FormatOption.decimal("bleed", 0, MOST_BLEED, 0),
                    FormatOption.word("text", List.of("embed", "outline"), "embed"),
                    FormatOption.quality(USUAL_QUALITY));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new PdfFormat(
                    new Shapes.Pages(
                            chosen.word("version"),
                            chosen.flag("combine"),
                            chosen.flag("crop-marks"),
                            chosen.decimal("bleed")),
                    ShapesFormat.text(chosen.word("text")),
                    chosen.whole("quality"));
        }
    }
}
