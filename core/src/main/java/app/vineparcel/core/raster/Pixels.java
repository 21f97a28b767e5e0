package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/**
 * A picture in memory: interleaved samples, rows from the top, no gaps, 8 or 16 bits, encoded by some profile, alpha last and
 * not premultiplied. CMYK counts ink: full scale is full ink.
 *
 * <p>The arrays are handed over, not copied; whoever makes a picture gives them away and nobody changes them afterwards.
 */
public final class Pixels {

    private final PixelSize size;
    private final int bands;
    private final boolean alpha;
    private final byte[] bytes;
    private final short[] shorts;

    private Pixels(PixelSize size, int bands, boolean alpha, byte[] bytes, short[] shorts) {
        long samples = size.pixels() * bands;
        if (bands < 1 || bands > 5 || samples != (long) bytes.length + shorts.length) {
            throw new IllegalArgumentException(
                    "%s px of %d bands are not %d samples".formatted(size, bands, (long) bytes.length + shorts.length));
        }
        this.size = size;
        this.bands = bands;
        this.alpha = alpha;
        this.bytes = bytes;
        this.shorts = shorts;
    }

    /** A picture of 8-bit samples. */
    public static Pixels of8(PixelSize size, int bands, boolean alpha, byte[] samples) {
        return new Pixels(size, bands, alpha, samples, new short[0]);
    }

    /** A picture of 16-bit samples, full scale 65535. */
    public static Pixels of16(PixelSize size, int bands, boolean alpha, short[] samples) {
        return new Pixels(size, bands, alpha, new byte[0], samples);
    }

    public PixelSize size() {
        return size;
    }

    /** Samples a pixel, alpha included. */
    public int bands() {
        return bands;
    }

    /** Samples a pixel without alpha. */
    public int colourBands() {
        return alpha ? bands - 1 : bands;
    }

    /** Whether the last band is alpha. */
    public boolean hasAlpha() {
        return alpha;
    }

    /** Bits a sample: 8 or 16. */
    public int depth() {
        return bytes.length > 0 ? 8 : 16;
    }

    /** How many codes a sample can have: 256 or 65,536. */
    public int levels() {
        return 1 << depth();
    }

    /** The samples of an 8-bit picture, for inner loops; empty at 16 bits. Not a copy. */
    public byte[] bytes() {
        return bytes;
    }

    /** The samples of a 16-bit picture, for inner loops; empty at 8 bits. Not a copy. */
    public short[] shorts() {
        return shorts;
    }

    /** One sample as a code, 0 to {@code levels() - 1}. */
    public int sample(int x, int y, int band) {
        int at = (y * size.width() + x) * bands + band;
        return depth() == 8 ? bytes[at] & 0xff : shorts[at] & 0xffff;
    }

    /** A copy of the part of that size whose upper left corner is given; as much of it as the picture has. */
    public Pixels part(int left, int top, PixelSize wanted) {
        int fromX = Math.max(0, Math.min(left, size.width() - 1));
        int fromY = Math.max(0, Math.min(top, size.height() - 1));
        PixelSize part = new PixelSize(
                Math.min(wanted.width(), size.width() - fromX), Math.min(wanted.height(), size.height() - fromY));
        int row = part.width() * bands;
        byte[] partBytes = new byte[depth() == 8 ? row * part.height() : 0];
        short[] partShorts = new short[depth() == 16 ? row * part.height() : 0];
        for (int y = 0; y < part.height(); y++) {
            int from = Math.toIntExact(((long) (fromY + y) * size.width() + fromX) * bands);
            if (depth() == 8) {
                System.arraycopy(bytes, from, partBytes, y * row, row);
            } else {
                System.arraycopy(shorts, from, partShorts, y * row, row);
            }
        }
        return new Pixels(part, bands, alpha, partBytes, partShorts);
    }

    /** The same samples under another claim about the last band. */
    public Pixels withAlpha(boolean lastBandIsAlpha) {
        return new Pixels(size, bands, lastBandIsAlpha, bytes, shorts);
    }
}
