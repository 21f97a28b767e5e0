package app.vineparcel.core.codec.jpeg;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/** The bits of a scan as they are written, with a zero put in behind every 0xff (ITU-T T.81, B.1.1.5 and F.1.2.3). */
final class CodedBits {

    /** So many words may come before room is asked for again: 128 of up to 27 bits, every byte of which may need another. */
    private static final int BLOCK = 128 * 27 / 8 * 2 + 16;

    private static final VarHandle FOUR = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.BIG_ENDIAN);

    private byte[] bytes;
    private int size;
    private long held;
    private int count;

    /**
     * Bits behind what stands already.
     *
     * @param start what the bytes begin with
     * @param expected bytes of bits
     */
    CodedBits(byte[] start, long expected) {
        this.bytes = Arrays.copyOf(start, (int) Math.min(Integer.MAX_VALUE - BLOCK, start.length + expected + BLOCK));
        this.size = start.length;
    }

    private void ensureRoom() {
        if (bytes.length - size < BLOCK) {
            bytes = Arrays.copyOf(bytes, bytes.length + bytes.length / 4 + BLOCK);
        }
    }

    /**
     * Words of symbols, and the bits that follow each.
     *
     * @param from the first value of the symbols
     * @param to before which value to end, give or take one; up to 126 further on
     * @param words by table and symbol, as {@link OptimalCode#word} gives them
     * @return where to go on
     */
    int put(StripeSymbols symbols, int from, int to, int[] words) {
        ensureRoom();
        short[] values = symbols.values();
        long bits = held;
        int more = count;
        int at = from;
        while (at < to) {
            int value = values[at++];
            int symbol = StripeSymbols.symbol(value);
            int extraBits = symbol & 15;
            int extra = StripeSymbols.isLong(extraBits) ? values[at++] : StripeSymbols.extra(value);
            int word = words[symbol];
            int length = OptimalCode.length(word) + extraBits;
            bits = bits << length | OptimalCode.bits(word) << extraBits | extra;
            more += length;
            if (more >= 32) {
                more -= 32;
                four((int) (bits >>> more));
            }
        }
        held = bits;
        count = more;
        return at;
    }

    /** The difference of two DC coefficients (F.1.2.1). */
    void difference(OptimalCode code, int difference) {
        ensureRoom();
        int size = size(difference);
        int word = code.word(size);
        int length = OptimalCode.length(word) + size;
        int extra = (difference < 0 ? difference - 1 : difference) & (1 << size) - 1;
        held = held << length | OptimalCode.bits(word) << size | extra;
        count += length;
        whole();
    }

    private void whole() {
        while (count >= 8) {
            count -= 8;
            one((byte) (held >>> count));
        }
    }

    /** How many bits a difference takes. */
    static int size(int difference) {
        return 32 - Integer.numberOfLeadingZeros(Math.abs(difference));
    }

    private void four(int value) {
        // no byte of ones in it
        if ((value & 0x80808080 & ~(value + 0x01010101)) == 0) {
            FOUR.set(bytes, size, value);
            size += 4;
            return;
        }
        for (int shift = 24; shift >= 0; shift -= 8) {
            one((byte) (value >>> shift));
        }
    }

    private void one(byte value) {
        bytes[size++] = value;
        if (value == (byte) 0xff) {
            bytes[size++] = 0;
        }
    }

    /** Everything, the last byte filled with ones, and the end of the image behind it. */
    byte[] end() {
        ensureRoom();
        whole();
        if (count > 0) {
            one((byte) (held << 8 - count | (1 << 8 - count) - 1));
        }
        bytes[size++] = (byte) 0xff;
        bytes[size++] = (byte) 0xd9;
        return Arrays.copyOf(bytes, size);
    }
}
