package app.vineparcel.core.codec.webp;

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
 * WebP (RFC 9649).
 *
 * @param quality 1 to 100
 * @param lossless whether every pixel is kept as it is; the quality then counts for nothing
 */
public record WebpFormat(int quality, boolean lossless) implements OutputFormat {

    /** What can be chosen about a WebP. */
    public static final FormatKind KIND = new Kind();

    private static final double[][] BITS = {{1, 0.05}, {50, 0.14}, {80, 0.22}, {95, 0.62}, {100, 1.6}};

    public WebpFormat {
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
        return lossless ? "WebP, lossless" : "WebP, quality " + quality;
    }

    @Override
    public boolean keepsAlpha() {
        return true;
    }

    @Override
    public int longestEdge() {
        return 16_383;
    }

    @Override
    public OptionalInt weightStep() {
        return lossless ? OptionalInt.empty() : OptionalInt.of(quality);
    }

    @Override
    public OutputFormat atWeightStep(int step) {
        return new WebpFormat(step, false);
    }

    @Override
    public Weighing weighing() {
        return lossless
                ? Weighing.lossless("webp-lossless", 7.4, 170)
                : Weighing.lossy("webp", Weighing.between(BITS, quality), Weighing.FineDetail.FORETOLD, 170);
    }

    @Override
    public PictureWriter writer() {
        return new WebpWriter(this);
    }

    private static final class Kind implements FormatKind {

        private static final int USUAL_QUALITY = 85;

        @Override
        public String type() {
            return "webp";
        }

        @Override
        public String title() {
            return "WebP";
        }

        @Override
        public String mediaType() {
            return "image/webp";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(FormatOption.quality(USUAL_QUALITY), FormatOption.flag("lossless", false));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new WebpFormat(chosen.whole("quality"), chosen.flag("lossless"));
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return Optional.of(new WebpReader().read(file));
        }
    }
}
