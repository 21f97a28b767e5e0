package app.vineparcel.core.codec.jxl;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.JpegRepacker;
import app.vineparcel.core.codec.LookCurve;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Requirement;
import app.vineparcel.core.codec.Weighing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * JPEG XL (ISO/IEC 18181), 8 or 16 bits.
 *
 * @param quality 1 to 100
 * @param lossless whether every pixel is kept as it is; the quality then counts for nothing
 * @param bits a sample: 8 or 16
 */
public record JxlFormat(int quality, boolean lossless, int bits) implements OutputFormat {

    /** What can be chosen about a JPEG XL. */
    public static final FormatKind KIND = new Kind();

    private static final double[][] BITS = {
        {1, 0.04}, {10, 0.064}, {30, 0.112}, {50, 0.162}, {70, 0.21}, {85, 0.318}, {92, 0.477}, {98, 1.268}, {100, 2.4}
    };

    private static final List<Integer> DEPTHS = List.of(8, 16);

    public JxlFormat {
        Requirement.quality(quality);
        if (!DEPTHS.contains(bits)) {
            throw new IllegalArgumentException("a JPEG XL has 8 or 16 bits a sample here, not " + bits);
        }
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none()
                .and("quality", quality)
                .and("lossless", lossless)
                .and("bits", bits);
    }

    @Override
    public String sentence() {
        return (lossless ? "JPEG XL, lossless" : "JPEG XL, quality " + quality) + (bits == 16 ? ", 16 bits" : "");
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
    public int longestEdge() {
        return 1_000_000;
    }

    @Override
    public OptionalInt weightStep() {
        return lossless ? OptionalInt.empty() : OptionalInt.of(quality);
    }

    @Override
    public OutputFormat atWeightStep(int step) {
        return new JxlFormat(step, false, bits);
    }

    @Override
    public LookCurve looks() {
        return lossless ? LookCurve.NONE : LookCurve.LIKE_JPEG;
    }

    @Override
    public Weighing weighing() {
        if (lossless) {
            return bits == 16
                    ? Weighing.lossless("jxl-lossless-16", 30.5, 3900)
                    : Weighing.lossless("jxl-lossless", 7.0, 1500);
        }
        return Weighing.lossy("jxl", Weighing.between(BITS, quality), Weighing.FineDetail.FORETOLD, 390);
    }

    @Override
    public Optional<JpegRepacker> repacker() {
        return lossless && bits == 8 ? Optional.of(JxlWriter::repack) : Optional.empty();
    }

    @Override
    public PictureWriter writer() {
        return new JxlWriter(this);
    }

    private static final class Kind implements FormatKind {

        private static final int USUAL_QUALITY = 85;

        @Override
        public String type() {
            return "jxl";
        }

        @Override
        public String title() {
            return "JPEG XL";
        }

        @Override
        public String mediaType() {
            return "image/jxl";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(
                    FormatOption.quality(USUAL_QUALITY),
                    FormatOption.flag("lossless", false),
                    FormatOption.oneOf("bits", DEPTHS, 8));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new JxlFormat(chosen.whole("quality"), chosen.flag("lossless"), chosen.whole("bits"));
        }

        @Override
        public Optional<String> missing() {
            return JxlWriter.PROGRAM.missing();
        }

        @Override
        public String encoder() {
            return JxlWriter.PROGRAM.version();
        }

        @Override
        public Optional<String> equipment() {
            return Optional.of(JxlWriter.PROGRAM.equipment());
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return new JxlReader().readIfPossible(file);
        }
    }
}
