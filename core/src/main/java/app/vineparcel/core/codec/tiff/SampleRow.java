package app.vineparcel.core.codec.tiff;

import java.nio.ByteOrder;

/**
 * Takes a row of samples of any bits out of bytes. What has more than 16 bits is cut to its upper 16; floating point is read as 0 to 1 on a scale
 * of 65535.
 */
final class SampleRow {

    static final int FULL = 65535;

    private final int[] bits;
    private final boolean floating;
    private final ByteOrder order;

    SampleRow(int[] bits, TiffPage page) {
        this.bits = bits;
        this.floating = page.kind() == TiffPage.SampleKind.FLOATING;
        this.order = page.order();
    }

    /** The largest value that a sample gets of so many bits. */
    static int most(int bits, boolean floating) {
        return floating || bits >= 16 ? FULL : (1 << bits) - 1;
    }

    /**
     * Reads.
     *
     * @param start the row's first byte
     * @param count pixels
     * @param into gets sample after sample; those of a pixel lie {@code step} apart from those of the next
     * @param first where the first goes
     */
    void read(byte[] bytes, int start, int count, int[] into, int first, int step) {
        boolean whole = true;
        for (int one : bits) {
            whole &= one == bits[0] && one % 8 == 0;
        }
        if (whole && !floating && bits[0] <= 16) {
            aligned(bytes, start, count, into, first, step);
            return;
        }
        long at = 8L * start;
        for (int pixel = 0; pixel < count; pixel++) {
            for (int sample = 0; sample < bits.length; sample++) {
                into[first + pixel * step + sample] = value(bytes, at, bits[sample]);
                at += bits[sample];
            }
        }
    }

    private void aligned(byte[] bytes, int start, int count, int[] into, int first, int step) {
        int at = start;
        for (int pixel = 0; pixel < count; pixel++) {
            for (int sample = 0; sample < bits.length; sample++) {
                int value;
                if (bits[0] == 8) {
                    value = bytes[at++] & 0xff;
                } else {
                    int a = bytes[at++] & 0xff;
                    int b = bytes[at++] & 0xff;
                    value = order == ByteOrder.BIG_ENDIAN ? a << 8 | b : b << 8 | a;
                }
                into[first + pixel * step + sample] = value;
            }
        }
    }

    /** Numbers of whole bytes stand in the file's byte order, others high bit first. */
    private int value(byte[] bytes, long bitAt, int count) {
        long raw = 0;
        if (count % 8 == 0 && bitAt % 8 == 0) {
            int at = (int) (bitAt / 8);
            int width = count / 8;
            for (int i = 0; i < width; i++) {
                raw = raw << 8 | bytes[at + (order == ByteOrder.BIG_ENDIAN ? i : width - 1 - i)] & 0xff;
            }
        } else {
            for (int i = 0; i < count; i++) {
                long bit = bitAt + i;
                raw = raw << 1 | bytes[(int) (bit >> 3)] >> 7 - (bit & 7) & 1;
            }
        }
        return floating ? ofFloat(raw, count) : (int) (count > 16 ? raw >>> count - 16 : raw);
    }

    private static int ofFloat(long raw, int count) {
        double value =
                switch (count) {
                    case 16 -> half((int) raw);
                    case 24 -> half24((int) raw);
                    case 32 -> Float.intBitsToFloat((int) raw);
                    default -> Double.longBitsToDouble(raw);
                };
        return value > 0 ? (int) Math.round(Math.min(1, value) * FULL) : 0;
    }

    /** IEEE 754 binary16. */
    private static double half(int raw) {
        return small(raw, 5, 10);
    }

    /** Adobe's 24 bits (TIFF technical note 3): 7 of exponent, 16 of fraction. */
    private static double half24(int raw) {
        return small(raw, 7, 16);
    }

    private static double small(int raw, int exponentBits, int fractionBits) {
        int exponent = raw >> fractionBits & (1 << exponentBits) - 1;
        double fraction = (raw & (1 << fractionBits) - 1) / (double) (1 << fractionBits);
        int bias = (1 << exponentBits - 1) - 1;
        double size = exponent == 0 ? Math.scalb(fraction, 1 - bias) : Math.scalb(1 + fraction, exponent - bias);
        if (exponent == (1 << exponentBits) - 1) {
            size = fraction == 0 ? Double.POSITIVE_INFINITY : Double.NaN;
        }
        return raw >> exponentBits + fractionBits == 0 ? size : -size;
    }
}
