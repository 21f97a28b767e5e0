package app.vineparcel.core.codec;

import java.util.Locale;
import java.util.OptionalInt;

/** The kind of file a rendition becomes, with what can be chosen about it. */
public sealed interface OutputFormat
        permits OutputFormat.Jpeg,
                OutputFormat.Png,
                OutputFormat.Gif,
                OutputFormat.Avif,
                OutputFormat.Webp,
                OutputFormat.Tiff,
                VectorFormat {

    /** As in a recipe's {@code format.type}, and the ending of the file's name where it has no shorter one. */
    String type();

    /** As people write it: {@code JPEG}, {@code WebP}. */
    default String title() {
        return type().toUpperCase(Locale.ROOT);
    }

    /** The file name's ending, without the dot. */
    default String ending() {
        return type();
    }

    /** Whether the format can keep transparency. */
    boolean keepsAlpha();

    /** Whether it holds shapes, so that one file serves every size. */
    default boolean isVector() {
        return false;
    }

    /** Bits a sample that are written. */
    default int depth() {
        return 8;
    }

    /** The longest edge that the format can hold, px. */
    int longestEdge();

    /** Whether the format can hold CMYK. */
    default boolean takesInks() {
        return false;
    }

    /** The colours of its palette at most; 0 where it has none. */
    default int paletteColours() {
        return 0;
    }

    /** Whether the errors of its palette are diffused. */
    default boolean dithers() {
        return false;
    }

    /** How far the format's weight can be turned down: its quality or the colours of its palette; empty where it cannot. */
    default OptionalInt weightStep() {
        return OptionalInt.empty();
    }

    /**
     * The same with a lower weight step.
     *
     * @throws IllegalStateException if it has none
     */
    default OutputFormat atWeightStep(int step) {
        throw new IllegalStateException(type() + " has no weight step");
    }

    /**
     * JPEG (ITU-T T.81).
     *
     * @param quality 1 to 100, on the scale of the Independent JPEG Group
     * @param progressive whether the picture comes in finer and finer scans
     * @param chroma how colour detail is thinned out
     */
    record Jpeg(int quality, boolean progressive, Chroma chroma) implements OutputFormat {
        public Jpeg {
            requireQuality(quality);
        }

        @Override
        public String type() {
            return "jpeg";
        }

        @Override
        public String ending() {
            return "jpg";
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
            return new Jpeg(step, progressive, chroma);
        }
    }

    /** JPEG chroma subsampling: colour detail in full, halved across, or halved both ways. */
    enum Chroma {
        FULL("4:4:4", 1, 1),
        HALF_ACROSS("4:2:2", 2, 1),
        HALF("4:2:0", 2, 2);

        private final String notation;
        private final int across;
        private final int down;

        Chroma(String notation, int across, int down) {
            this.notation = notation;
            this.across = across;
            this.down = down;
        }

        /** As the trade writes it. */
        public String notation() {
            return notation;
        }

        /** Luma samples for one chroma sample, across. */
        int across() {
            return across;
        }

        /** Luma samples for one chroma sample, down. */
        int down() {
            return down;
        }
    }

    /**
     * PNG (ISO/IEC 15948).
     *
     * @param bits a pixel: 8 for a palette, 24 or 48 without transparency, 32 or 64 with it
     * @param colours of the palette, 2 to 256; 0 without one
     * @param dither whether the palette's errors are diffused
     */
    record Png(int bits, int colours, boolean dither) implements OutputFormat {

        /** The bits a pixel of a palette. */
        public static final int PALETTE_BITS = 8;

        public Png {
            if (bits != PALETTE_BITS && bits != 24 && bits != 32 && bits != 48 && bits != 64) {
                throw new IllegalArgumentException("a PNG has 8, 24, 32, 48 or 64 bits a pixel, not " + bits);
            }
            if (bits == PALETTE_BITS) {
                requireColours(colours);
            }
        }

        /** Without a palette. */
        public Png(int bits) {
            this(bits, 0, false);
        }

        /** With a palette. */
        public static Png palette(int colours, boolean dither) {
            return new Png(PALETTE_BITS, colours, dither);
        }

        @Override
        public String type() {
            return "png";
        }

        @Override
        public boolean keepsAlpha() {
            return bits == PALETTE_BITS || bits == 32 || bits == 64;
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
            return bits == PALETTE_BITS ? OptionalInt.of(colours) : OptionalInt.empty();
        }

        @Override
        public OutputFormat atWeightStep(int step) {
            return palette(Math.max(2, step), dither);
        }
    }

    /**
     * GIF 89a, one frame. Transparency is all or nothing.
     *
     * @param colours of the palette, 2 to 256
     * @param dither whether the palette's errors are diffused
     */
    record Gif(int colours, boolean dither) implements OutputFormat {
        public Gif {
            requireColours(colours);
        }

        @Override
        public String type() {
            return "gif";
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
            return new Gif(Math.max(2, step), dither);
        }
    }

    /**
     * AVIF (AV1 Image File Format 1.1), 8 bits.
     *
     * @param quality 1 to 100
     * @param lossless whether every pixel is kept as it is; the quality then counts for nothing
     */
    record Avif(int quality, boolean lossless) implements OutputFormat {
        public Avif {
            requireQuality(quality);
        }

        @Override
        public String type() {
            return "avif";
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
            return new Avif(step, false);
        }
    }

    /**
     * WebP (RFC 9649).
     *
     * @param quality 1 to 100
     * @param lossless whether every pixel is kept as it is; the quality then counts for nothing
     */
    record Webp(int quality, boolean lossless) implements OutputFormat {
        public Webp {
            requireQuality(quality);
        }

        @Override
        public String type() {
            return "webp";
        }

        @Override
        public String title() {
            return "WebP";
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
            return new Webp(step, false);
        }
    }

    /**
     * TIFF 6.0.
     *
     * @param bits a sample: 8 or 16
     * @param compression without loss
     */
    record Tiff(int bits, Compression compression) implements OutputFormat {
        public Tiff {
            if (bits != 8 && bits != 16) {
                throw new IllegalArgumentException("a TIFF has 8 or 16 bits a sample, not " + bits);
            }
        }

        @Override
        public String type() {
            return "tiff";
        }

        @Override
        public String ending() {
            return "tif";
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
    }

    /** How a TIFF is packed. */
    enum Compression {
        NONE,
        LZW,
        DEFLATE
    }

    private static void requireColours(int colours) {
        if (colours < 2 || colours > 256) {
            throw new IllegalArgumentException("a palette has 2 to 256 colours, not " + colours);
        }
    }

    private static void requireQuality(int quality) {
        if (quality < 1 || quality > 100) {
            throw new IllegalArgumentException("a quality lies between 1 and 100, not " + quality);
        }
    }
}
