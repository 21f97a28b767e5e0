package app.vineparcel.core.codec;

/** The kind of file a rendition becomes, with what can be chosen about it. */
public sealed interface OutputFormat {

    /** As in a recipe's {@code format.type}, and the ending of the file's name where it has no shorter one. */
    String type();

    /** The file name's ending, without the dot. */
    default String ending() {
        return type();
    }

    /** Whether the format can keep transparency. */
    boolean keepsAlpha();

    /** Bits a sample that are written. */
    default int depth() {
        return 8;
    }

    /** The longest edge that the format can hold, px. */
    int longestEdge();

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
     * @param bits a pixel: 24 or 48 without transparency, 32 or 64 with it
     */
    record Png(int bits) implements OutputFormat {
        public Png {
            if (bits != 24 && bits != 32 && bits != 48 && bits != 64) {
                throw new IllegalArgumentException("a PNG has 24, 32, 48 or 64 bits a pixel, not " + bits);
            }
        }

        @Override
        public String type() {
            return "png";
        }

        @Override
        public boolean keepsAlpha() {
            return bits == 32 || bits == 64;
        }

        @Override
        public int depth() {
            return bits >= 48 ? 16 : 8;
        }

        @Override
        public int longestEdge() {
            return Integer.MAX_VALUE;
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
        public boolean keepsAlpha() {
            return true;
        }

        @Override
        public int longestEdge() {
            return 16_383;
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

    private static void requireQuality(int quality) {
        if (quality < 1 || quality > 100) {
            throw new IllegalArgumentException("a quality lies between 1 and 100, not " + quality);
        }
    }
}
