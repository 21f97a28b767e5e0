package app.vineparcel.core.codec.jpeg;

import java.io.IOException;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/** The words of a scan without its stuffed zeros (ITU-T T.81, B.1.1.5), read by the place of their bits. */
final class ScanWords {

    /** Of the bits that {@link #bits} gives, so many are there whatever the place. */
    static final int SURE = 57;

    /** So many have to be left for another word and what follows it. */
    static final int NEEDED = 27;

    private static final VarHandle LONG = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.BIG_ENDIAN);

    /** Bits that are looked at may reach so many bytes beyond the end. */
    private static final int SPARE = 16;

    private final byte[] bytes;

    /**
     * The scan within a file.
     *
     * @param from its first byte
     * @param to behind its last byte
     */
    ScanWords(byte[] jpeg, int from, int to) {
        byte[] plain = new byte[to - from + SPARE];
        int at = 0;
        for (int i = from; i < to; i++) {
            plain[at++] = jpeg[i];
            i += jpeg[i] == (byte) 0xff ? 1 : 0;
        }
        this.bytes = Arrays.copyOf(plain, at + SPARE);
    }

    /**
     * The bits from a place on, the first of them the highest.
     *
     * @throws IndexOutOfBoundsException beyond the end
     */
    long bits(int at) {
        return (long) LONG.get(bytes, at >>> 3) << (at & 7);
    }

    /**
     * Counts the words of a block's AC coefficients.
     *
     * @param from the place of the first of them
     * @param looks takes how often each look at some words was made
     * @param alone takes how often each symbol came that was looked at alone
     * @return the place behind the last one
     * @throws IOException if it holds a word that the table does not
     */
    int count(int from, WordTable table, int[] looks, long[] alone) throws IOException {
        int[] known = table.words().looks();
        int at = from;
        int left = 0;
        long bits = 0;
        for (int k = 1; k < 64; ) {
            if (left < NEEDED) {
                bits = bits(at);
                left = SURE;
            }
            int shown = (int) (bits >>> 64 - Words.LOOK);
            int look = known[shown];
            int taken = Words.taken(look);
            if (look != 0 && k + Words.ahead(look) <= 64) {
                looks[shown]++;
                k += Words.on(look);
            } else {
                int word = table.next(bits);
                int symbol = WordTable.symbol(word);
                alone[symbol]++;
                taken = WordTable.bits(word);
                k = Words.after(symbol, k);
            }
            at += taken;
            left -= taken;
            bits <<= taken;
        }
        return at;
    }
}
