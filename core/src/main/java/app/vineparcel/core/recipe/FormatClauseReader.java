package app.vineparcel.core.recipe;

import app.vineparcel.core.codec.OutputFormat;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** Reads the format clause: its type says which options belong to it. */
final class FormatClauseReader {

    /** The quality of lossy formats where a recipe gives none. */
    static final int USUAL_QUALITY = 85;

    private final JsonPlace format;

    FormatClauseReader(JsonPlace format) {
        this.format = format;
    }

    OutputFormat read() {
        OutputFormat read =
                switch (format.choice("type", List.of("jpeg", "png", "webp", "tiff"))
                        .orElse("jpeg")) {
                    case "png" -> new OutputFormat.Png(bits(32, List.of(24, 32, 48, 64)));
                    case "webp" -> new OutputFormat.Webp(quality(), format.flag("lossless", false));
                    case "tiff" -> new OutputFormat.Tiff(bits(8, List.of(8, 16)), compression());
                    default -> new OutputFormat.Jpeg(quality(), format.flag("progressive", false), chroma());
                };
        format.refuseOthers();
        return read;
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
