package app.vineparcel.core.codec.gif;

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
 * GIF 89a, one frame. Transparency is all or nothing.
 *
 * @param colours of the palette, 2 to 256
 * @param dither whether the palette's errors are diffused
 */
public record GifFormat(int colours, boolean dither) implements OutputFormat {

    /** What can be chosen about a GIF. */
    public static final FormatKind KIND = new Kind();

    /** Colours and bits a pixel, dithered. */
    private static final double[][] PALETTE = {{2, 0.5}, {16, 1.46}, {64, 2.42}, {256, 3.9}};
    /** What a palette weighs without dithering, against the same dithered. */
    private static final double EVEN = 0.66;

    public GifFormat {
        Requirement.colours(colours);
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        return OptionValues.none().and("colours", colours).and("dither", dither);
    }

    @Override
    public String sentence() {
        return "GIF, palette of " + colours + (dither ? ", dithered" : "");
    }

    @Override
    public boolean keepsAlpha() {
        return true;
    }

    @Override
    public int longestEdge() {
        return 65_535;
    }

    @Override
    public boolean holdsProfile() {
        return false;
    }

    @Override
    public int paletteColours() {
        return colours;
    }

    @Override
    public boolean dithers() {
        return dither;
    }

    @Override
    public OptionalInt weightStep() {
        return OptionalInt.of(colours);
    }

    @Override
    public OutputFormat atWeightStep(int step) {
        return new GifFormat(Math.max(2, step), dither);
    }

    @Override
    public LookCurve looks() {
        return LookCurve.PALETTE;
    }

    @Override
    public Weighing weighing() {
        double bits = Weighing.between(PALETTE, colours) * (dither ? 1 : EVEN);
        return Weighing.palette(dither ? "gif-dithered" : "gif-plain", bits, 40);
    }

    @Override
    public PictureWriter writer() {
        return new GifWriter(this);
    }

    private static final class Kind implements FormatKind {

        @Override
        public String type() {
            return "gif";
        }

        @Override
        public String mediaType() {
            return "image/gif";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(FormatOption.whole("colours", 2, 256, 256), FormatOption.flag("dither", true));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new GifFormat(chosen.whole("colours"), chosen.flag("dither"));
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return Optional.of(new GifReader().read(file));
        }
    }
}
