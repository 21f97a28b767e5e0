package app.vineparcel.core.codec.png;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.LookCurve;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.Requirement;
import app.vineparcel.core.codec.Weighing;
import app.vineparcel.core.codec.natives.LibDeflate;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * PNG (ISO/IEC 15948).
 *
 * @param bits a pixel: 8 for a palette, 24 or 48 without transparency, 32 or 64 with it
 * @param colours of the palette, 2 to 256; 0 without one
 * @param dither whether the palette's errors are diffused
 */
public record PngFormat(int bits, int colours, boolean dither) implements OutputFormat {

    /** What can be chosen about a PNG. */
    public static final FormatKind KIND = new Kind();

    /** The bits a pixel of a palette. */
    static final int PALETTE_BITS = 8;

    private static final List<Integer> BITS = List.of(PALETTE_BITS, 24, 32, 48, 64);
    /** Colours and bits a pixel, dithered. */
    private static final double[][] PALETTE = {{2, 0.5}, {4, 0.94}, {16, 1.61}, {64, 3.26}, {256, 4.73}};
    /** What a palette weighs without dithering, against the same dithered. */
    private static final double EVEN = 0.66;

    private static final double EFFORT = 160;

    public PngFormat {
        if (!BITS.contains(bits)) {
            throw new IllegalArgumentException("a PNG has 8, 24, 32, 48 or 64 bits a pixel, not " + bits);
        }
        if (bits == PALETTE_BITS) {
            Requirement.colours(colours);
        }
    }

    /** Without a palette. */
    public PngFormat(int bits) {
        this(bits, 0, false);
    }

    /** With a palette. */
    public static PngFormat palette(int colours, boolean dither) {
        return new PngFormat(PALETTE_BITS, colours, dither);
    }

    private boolean isPaletted() {
        return bits == PALETTE_BITS;
    }

    @Override
    public FormatKind kind() {
        return KIND;
    }

    @Override
    public OptionValues options() {
        OptionValues values = OptionValues.none().and("bits", bits);
        return isPaletted() ? values.and("colours", colours).and("dither", dither) : values;
    }

    @Override
    public String sentence() {
        return isPaletted()
                ? "PNG, palette of " + colours + (dither ? ", dithered" : "")
                : "PNG, " + bits + " bits per pixel";
    }

    @Override
    public String summary() {
        return "PNG " + (isPaletted() ? colours : bits);
    }

    @Override
    public boolean keepsAlpha() {
        return isPaletted() || bits == 32 || bits == 64;
    }

    @Override
    public int depth() {
        return bits >= 48 ? 16 : 8;
    }

    @Override
    public int longestEdge() {
        return Integer.MAX_VALUE;
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
        return isPaletted() ? OptionalInt.of(colours) : OptionalInt.empty();
    }

    @Override
    public OutputFormat atWeightStep(int step) {
        if (!isPaletted()) {
            throw new IllegalStateException("without a palette it has no weight step");
        }
        return palette(Math.max(2, step), dither);
    }

    @Override
    public LookCurve looks() {
        return isPaletted() ? LookCurve.PALETTE : LookCurve.NONE;
    }

    @Override
    public Weighing weighing() {
        if (isPaletted()) {
            double bitsEach = Weighing.between(PALETTE, colours) * (dither ? 1 : EVEN);
            return Weighing.palette(dither ? "png-dithered" : "png-plain", bitsEach, EFFORT);
        }
        return depth() == 16 ? Weighing.lossless("png-48", 46, EFFORT) : Weighing.lossless("png-24", 13.8, EFFORT);
    }

    @Override
    public PictureWriter writer() {
        return new PngWriter(this);
    }

    private static final class Kind implements FormatKind {

        @Override
        public String type() {
            return "png";
        }

        @Override
        public String mediaType() {
            return "image/png";
        }

        @Override
        public List<FormatOption> options() {
            return List.of(
                    FormatOption.oneOf("bits", BITS, 32),
                    FormatOption.whole("colours", 2, 256, 256).onlyWith("bits", PALETTE_BITS),
                    FormatOption.flag("dither", true).onlyWith("bits", PALETTE_BITS));
        }

        @Override
        public OutputFormat with(OptionValues chosen) {
            return new PngFormat(chosen.whole("bits"), chosen.whole("colours", 0), chosen.flag("dither"));
        }

        @Override
        public String encoder() {
            return LibDeflate.missing().isEmpty() ? "own, packed by libdeflate" : FormatKind.super.encoder();
        }

        @Override
        public Optional<Decoded> readBack(Path file) throws IOException {
            return Optional.of(new PngReader().read(file));
        }
    }
}
