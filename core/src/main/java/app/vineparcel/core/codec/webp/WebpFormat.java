package app.vineparcel.core.codec.webp;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.LookCurve;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Requirement;
import app.vineparcel.core.codec.Weighing;
import app.vineparcel.core.codec.natives.LibWebp;
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
 * @param sharpChroma whether edges between colours stay where they are although colours are stored at half the size
 */
public record WebpFormat(int quality, boolean lossless, boolean sharpChroma) implements OutputFormat {

    /** What can be chosen about a WebP. */
    public static final FormatKind KIND = new Kind();

    private static final double[][] BITS = {{1, 0.05}, {50, 0.14}, {80, 0.22}, {95, 0.62}, {100, 1.6}};

    private static final LookCurve LOOKS =
            LookCurve.of(new double[][] {{1, -60}, {50, 59}, {70, 67}, {80, 73}, {90, 83}, {95, 87}, {100, 89}});

    public WebpFormat {
        Requirement.quality(quality);
    }

    /** With colours halved plainly. */
    public WebpFormat(int quality, boolean lossless) {
        this(quality, lossless, false);
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        OptionValues values = OptionValues.none().and("quality", quality).and("lossless", lossless);
        return sharpChroma ? values.and("sharp-chroma", true) : values;
    }

    @Override
    public String sentence() {
        return lossless ? "WebP, lossless" : "WebP, quality " + quality + (sharpChroma ? ", sharp colour edges" : "");
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
        return new WebpFormat(step, false, sharpChroma);
    }

    @Override
    public LookCurve looks() {
        return lossless ? LookCurve.NONE : LOOKS;
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
            return List.of(
                    FormatOption.quality(USUAL_QUALITY),
                    FormatOption.flag("lossless", false),
                    FormatOption.flag("sharp-chroma", false).onlyWith("lossless", false));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new WebpFormat(chosen.whole("quality"), chosen.flag("lossless"), chosen.flag("sharp-chroma"));
        }

        @Override
        public Optional<String> missing() {
            return LibWebp.missing();
        }

        @Override
        public String encoder() {
            return LibWebp.version();
        }

        @Override
        public Optional<String> equipment() {
            return Optional.of(LibWebp.equipment());
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return Optional.of(WebpWriter.readBack(file));
        }
    }
}
