package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.VectorFormat;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.OptionalLong;

/** Reads the format clause: its type says which options belong to it. */
final class FormatClauseReader {

    /** The quality of lossy formats where a recipe gives none. */
    static final int USUAL_QUALITY = 85;

    private static final int USUAL_PICTURE_QUALITY = 90;
    /** Millimetres. */
    private static final double MOST_BLEED = 50;

    private static final List<String> TYPES =
            List.of("jpeg", "png", "webp", "avif", "tiff", "gif", "pdf", "svg", "eps");

    private final JsonPlace format;
    private OptionalLong maxBytes = OptionalLong.empty();

    FormatClauseReader(JsonPlace format) {
        this.format = format;
    }

    OutputFormat read() {
        String type = format.choice("type", TYPES).orElse("jpeg");
        OutputFormat read =
                switch (type) {
                    case "png" -> png();
                    case "webp" -> new OutputFormat.Webp(quality(), format.flag("lossless", false));
                    case "avif" -> new OutputFormat.Avif(quality(), format.flag("lossless", false));
                    case "tiff" -> new OutputFormat.Tiff(bits(8, List.of(8, 16)), compression());
                    case "gif" -> new OutputFormat.Gif(colours(), format.flag("dither", true));
                    case "pdf" -> pdf();
                    case "svg" -> new VectorFormat.Svg(text(List.of("embed", "outline", "name")));
                    case "eps" -> new VectorFormat.Eps();
                    default -> new OutputFormat.Jpeg(quality(), format.flag("progressive", false), chroma());
                };
        OptionalInt limit = format.whole("max-bytes", 1, Integer.MAX_VALUE);
        maxBytes = limit.isPresent() ? OptionalLong.of(limit.getAsInt()) : OptionalLong.empty();
        format.refuseOthers();
        return read;
    }

    /** The weight limit, once the clause was read. */
    OptionalLong maxBytes() {
        return maxBytes;
    }

    private OutputFormat png() {
        int bits = bits(32, List.of(8, 24, 32, 48, 64));
        return bits == OutputFormat.Png.PALETTE_BITS
                ? OutputFormat.Png.palette(colours(), format.flag("dither", true))
                : new OutputFormat.Png(bits);
    }

    private OutputFormat pdf() {
        return new VectorFormat.Pdf(
                format.choice("version", VectorFormat.Pdf.VERSIONS).orElse("1.7"),
                format.flag("combine", false),
                format.flag("crop-marks", false),
                format.between("bleed", 0, MOST_BLEED).orElse(0),
                text(List.of("embed", "outline")),
                format.whole("quality", 1, 100).orElse(USUAL_PICTURE_QUALITY));
    }

    private VectorFormat.Text text(List<String> allowed) {
        return VectorFormat.Text.valueOf(
                format.choice("text", allowed).orElse("embed").toUpperCase(Locale.ROOT));
    }

    private int colours() {
        return format.whole("colours", 2, 256).orElse(256);
    }

    private int quality() {
        return format.whole("quality", 1, 100).orElse(USUAL_QUALITY);
    }

    private int bits(int usual, List<Integer> allowed) {
        int bits = format.whole("bits", 1, 64).orElse(usual);
        if (!allowed.contains(bits)) {
            format.fault(
                    "bits",
                    String.valueOf(bits),
                    "allowed are " + allowed.toString().replaceAll("[\\[\\]]", ""));
            return usual;
        }
        return bits;
    }

    private OutputFormat.Chroma chroma() {
        List<String> notations = Arrays.stream(OutputFormat.Chroma.values())
                .map(OutputFormat.Chroma::notation)
                .toList();
        String notation = format.choice("chroma", notations).orElse(OutputFormat.Chroma.HALF.notation());
        return OutputFormat.Chroma.values()[notations.indexOf(notation)];
    }

    private OutputFormat.Compression compression() {
        return OutputFormat.Compression.valueOf(format.choice("compression", List.of("none", "lzw", "deflate"))
                .orElse("deflate")
                .toUpperCase(Locale.ROOT));
    }
}
