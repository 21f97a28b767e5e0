package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Weighing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * TIFF 6.0.
 *
 * @param bits a sample: 8 or 16
 * @param compression without loss
 */
public record TiffFormat(int bits, Compression compression) implements OutputFormat {

    /** What can be chosen about a TIFF. */
    public static final FormatKind KIND = new Kind();

    private static final List<Integer> BITS = List.of(8, 16);
    private static final double DRAWN = 0.09;
    private static final double EFFORT = 40;

    public TiffFormat {
        if (!BITS.contains(bits)) {
            throw new IllegalArgumentException("a TIFF has 8 or 16 bits a sample, not " + bits);
        }
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none()
                .and("bits", bits)
                .and("compression", compression.name().toLowerCase(Locale.ROOT));
    }

    @Override
    public String sentence() {
        return "TIFF, " + bits + " bits, "
                + switch (compression) {
                    case NONE -> "uncompressed";
                    case LZW -> "LZW";
                    case DEFLATE -> "deflate";
                };
    }

    @Override
    public String summary() {
        return "TIFF " + bits;
    }

    @Override
    public boolean keepsAlpha() {
        return true;
    }

    @Override
    public int depth() {
        return bits;
    }

    @Override
    public boolean takesInks() {
        return true;
    }

    @Override
    public int longestEdge() {
        return Integer.MAX_VALUE;
    }

    @Override
    public Weighing weighing() {
        boolean wide = bits == 16;
        return switch (compression) {
            case NONE -> new Weighing(Optional.empty(), 3.0 * bits, false, 1, 1, Weighing.FineDetail.KEPT, EFFORT);
            case LZW -> packed("lzw-" + bits, wide ? 47.8 : 10.3);
            case DEFLATE -> packed("deflate-" + bits, wide ? 38.5 : 10.4);
        };
    }

    private static Weighing packed(String coder, double each) {
        return new Weighing(Optional.of(coder), each, false, 1, DRAWN, Weighing.FineDetail.KEPT, EFFORT);
    }

    @Override
    public PictureWriter writer() {
        return new TiffWriter(this);
    }

    private static final class Kind implements FormatKind {

        @Override
        public String type() {
            return "tiff";
        }

        @Override
        public String ending() {
            return "tif";
        }

        @Override
        public String mediaType() {
            return "image/tiff";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(
                    FormatOption.oneOf("bits", BITS, 8),
                    FormatOption.word("compression", List.of("none", "lzw", "deflate"), "deflate"));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new TiffFormat(
                    chosen.whole("bits"),
                    Compression.valueOf(chosen.word("compression").toUpperCase(Locale.ROOT)));
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return Optional.of(new TiffReader().read(file));
        }
    }
}
