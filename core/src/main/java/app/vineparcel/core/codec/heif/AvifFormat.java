package app.vineparcel.core.codec.heif;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
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
 * AVIF (AV1 Image File Format 1.1), 8 bits.
 *
 * @param quality 1 to 100
 * @param lossless whether every pixel is kept as it is; the quality then counts for nothing
 */
public record AvifFormat(int quality, boolean lossless) implements OutputFormat {

    /** What can be chosen about an AVIF. */
    public static final FormatKind KIND = new Kind();

    private static final double[][] BITS = {
        {1, 0.015}, {30, 0.052}, {50, 0.117}, {70, 0.204}, {80, 0.297}, {90, 0.604}, {97, 4.15}, {100, 6.33}
    };

    public AvifFormat {
        Requirement.quality(quality);
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none().and("quality", quality).and("lossless", lossless);
    }

    @Override
    public String sentence() {
        return lossless ? "AVIF, lossless" : "AVIF, quality " + quality;
    }

    @Override
    public boolean keepsAlpha() {
        return true;
    }

    @Override
    public int longestEdge() {
        return 16_384;
    }

    @Override
    public OptionalInt weightStep() {
        return lossless ? OptionalInt.empty() : OptionalInt.of(quality);
    }

    @Override
    public OutputFormat atWeightStep(int step) {
        return new AvifFormat(step, false);
    }

    @Override
    public Weighing weighing() {
        return lossless
                ? Weighing.lossless("avif-lossless", 8.05, 300)
                : Weighing.lossy("avif", Weighing.between(BITS, quality), Weighing.FineDetail.FORETOLD, 300);
    }

    @Override
    public PictureWriter writer() {
        return new AvifWriter(this);
    }

    private static final class Kind implements FormatKind {

        private static final int USUAL_QUALITY = 85;

        @Override
        public String type() {
            return "avif";
        }

        @Override
        public String mediaType() {
            return "image/avif";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(FormatOption.quality(USUAL_QUALITY), FormatOption.flag("lossless", false));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new AvifFormat(chosen.whole("quality"), chosen.flag("lossless"));
        }

        @Override
        public Optional<String> missing() {
            return AvifWriter.PROGRAMS.missing();
        }

        @Override
        public String encoder() {
            return AvifWriter.PROGRAMS.version();
        }

        @Override
        public Optional<String> equipment() {
            return Optional.of(AvifWriter.PROGRAMS.equipment());
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return AvifWriter.readBack(file);
        }
    }
}
