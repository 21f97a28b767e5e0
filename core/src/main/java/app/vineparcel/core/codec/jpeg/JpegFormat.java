package app.vineparcel.core.codec.jpeg;

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
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * JPEG (ITU-T T.81).
 *
 * @param quality 1 to 100, on the scale of the Independent JPEG Group
 * @param progressive whether the picture comes in finer and finer scans
 * @param chroma how colour detail is thinned out
 */
public record JpegFormat(int quality, boolean progressive, Chroma chroma) implements OutputFormat {

    /** What can be chosen about a JPEG. */
    public static final FormatKind KIND = new Kind();

    private static final double[][] BITS = {
        {1, 0.1}, {30, 0.24}, {50, 0.3}, {70, 0.38}, {82, 0.51}, {92, 0.82}, {97, 1.62}, {100, 3.2}
    };

    public JpegFormat {
        Requirement.quality(quality);
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none()
                .and("quality", quality)
                .and("progressive", progressive)
                .and("chroma", chroma.notation());
    }

    @Override
    public String sentence() {
        return "JPEG, quality " + quality + (progressive ? ", progressive" : "");
    }

    @Override
    public boolean keepsAlpha() {
        return false;
    }

    @Override
    public int longestEdge() {
        return 65_500;
    }

    @Override
    public boolean takesInks() {
        return true;
    }

    @Override
    public OptionalInt weightStep() {
        return OptionalInt.of(quality);
    }

    @Override
    public OutputFormat atWeightStep(int step) {
        return new JpegFormat(step, progressive, chroma);
    }

    @Override
    public LookCurve looks() {
        return LookCurve.LIKE_JPEG;
    }

    @Override
    public Weighing weighing() {
        return Weighing.lossy("jpeg", Weighing.between(BITS, quality), Weighing.FineDetail.BLOCKS, 25)
                .withColour(chroma.weight());
    }

    @Override
    public PictureWriter writer() {
        return new JpegWriter(JpegEngine.usual(), this);
    }

    private static final class Kind implements FormatKind {

        private static final int USUAL_QUALITY = 85;

        @Override
        public String type() {
            return "jpeg";
        }

        @Override
        public String ending() {
            return "jpg";
        }

        @Override
        public String mediaType() {
            return "image/jpeg";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(
                    FormatOption.quality(USUAL_QUALITY),
                    FormatOption.flag("progressive", false),
                    FormatOption.word("chroma", Chroma.notations(), Chroma.HALF.notation()));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new JpegFormat(
                    chosen.whole("quality"), chosen.flag("progressive"), Chroma.of(chosen.word("chroma")));
        }

        @Override
        public String encoder() {
            return JpegEngine.usual().name();
        }

        @Override
        public Optional<String> equipment() {
            return Optional.of(encoder());
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return Optional.of(new JpegReader(JpegEngine.usual()).read(file));
        }
    }
}
