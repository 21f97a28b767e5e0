package app.vineparcel.core.codec.heif;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.LookCurve;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Requirement;
import app.vineparcel.core.codec.Weighing;
import app.vineparcel.core.codec.natives.LibAvif;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * AVIF (AV1 Image File Format 1.1), 8 or 10 bits.
 *
 * @param quality 1 to 100
 * @param lossless whether every pixel is kept as it is; the quality then counts for nothing
 * @param bits a sample: 8 or 10
 * @param chroma how colour detail is thinned out
 */
public record AvifFormat(int quality, boolean lossless, int bits, Chroma chroma) implements OutputFormat {

    /** What can be chosen about an AVIF. */
    public static final FormatKind KIND = new Kind();

    /** By quality on the encoder's own scale. */
    private static final double[][] BITS = {
        {1, 0.015}, {30, 0.052}, {50, 0.117}, {70, 0.204}, {80, 0.297}, {90, 0.604}, {97, 4.15}, {100, 6.33}
    };

    /** What files weigh with less colour detail, as a share, by the sum of a dozen photographs. */
    private static final double[] CHROMA_SHARES = {1, 0.89, 0.81};

    private static final List<Integer> DEPTHS = List.of(8, 10);

    public AvifFormat {
        Requirement.quality(quality);
        if (!DEPTHS.contains(bits) || lossless && bits != 8) {
            throw new IllegalArgumentException("an AVIF has 8 or 10 bits a sample here, without loss 8, not " + bits);
        }
    }

    /** With 8 bits and all of the colour detail. */
    public AvifFormat(int quality, boolean lossless) {
        this(quality, lossless, 8, Chroma.FULL);
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        OptionValues values = OptionValues.none().and("quality", quality).and("lossless", lossless);
        return lossless ? values : values.and("bits", bits).and("chroma", chroma.notation());
    }

    @Override
    public String sentence() {
        return lossless
                ? "AVIF, lossless"
                : "AVIF, quality " + quality + (chroma == Chroma.FULL ? "" : ", " + chroma.notation())
                        + (bits == 8 ? "" : ", %d bits".formatted(bits));
    }

    @Override
    public boolean keepsAlpha() {
        return true;
    }

    /** Samples that are finer than 8 bits come as 16. */
    @Override
    public int depth() {
        return bits == 8 ? 8 : 16;
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
        return new AvifFormat(step, false, bits, chroma);
    }

    @Override
    public LookCurve looks() {
        return lossless ? LookCurve.NONE : LookCurve.LIKE_JPEG;
    }

    @Override
    public Weighing weighing() {
        return lossless
                ? Weighing.lossless("avif-lossless", 8.05, 300)
                : Weighing.lossy(
                        "avif",
                        Weighing.between(BITS, AvifQuality.straight(quality)) * CHROMA_SHARES[chroma.ordinal()],
                        Weighing.FineDetail.FORETOLD,
                        300);
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
            return List.of(
                    FormatOption.quality(USUAL_QUALITY),
                    FormatOption.flag("lossless", false),
                    FormatOption.oneOf("bits", DEPTHS, 8).onlyWith("lossless", false),
                    FormatOption.word("chroma", Chroma.notations(), Chroma.FULL.notation())
                            .onlyWith("lossless", false));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return chosen.flag("lossless")
                    ? new AvifFormat(chosen.whole("quality"), true)
                    : new AvifFormat(
                            chosen.whole("quality"), false, chosen.whole("bits"), Chroma.of(chosen.word("chroma")));
        }

        @Override
        public Optional<String> missing() {
            return LibAvif.missing();
        }

        @Override
        public String encoder() {
            return LibAvif.version();
        }

        @Override
        public Optional<String> equipment() {
            return Optional.of(LibAvif.equipment());
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return HeifReader.avif().readIfPossible(file);
        }
    }
}
