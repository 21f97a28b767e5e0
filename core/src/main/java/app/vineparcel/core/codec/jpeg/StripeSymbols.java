package app.vineparcel.core.codec.jpeg;

import java.util.Arrays;

/**
 * Symbols of a scan and the bits that follow each, in two bytes, or in four where more than six bits follow. A symbol stands together with its table,
 * {@code table × 256 + symbol}; the low half of it is how many bits follow.
 */
final class StripeSymbols {

    private static final int PLACE = (1 << 10) - 1;
    private static final int SHORT = 6;
    /** A block has up to 64 symbols. */
    private static final int BLOCK = 128;

    private short[] values;
    private int count;

    /**
     * None yet.
     *
     * @param expected about how many there will be
     */
    StripeSymbols(int expected) {
        this.values = new short[expected + BLOCK];
    }

    /** How many values there are. */
    int count() {
        return count;
    }

    /** Asked for before every block. */
    void ensureRoom() {
        if (values.length - count < BLOCK) {
            values = Arrays.copyOf(values, values.length + values.length / 2 + BLOCK);
        }
    }

    void add(int symbol, int extra) {
        ensureRoom();
        put(symbol, extra);
    }

    private void put(int symbol, int extra) {
        count = put(values, count, symbol, extra);
    }

    /** Puts one at a place of values with room; returns where the next one goes. For inner loops. */
    static int put(short[] into, int at, int symbol, int extra) {
        if ((symbol & 15) <= SHORT) {
            into[at] = (short) (extra << 10 | symbol);
            return at + 1;
        }
        into[at] = (short) symbol;
        into[at + 1] = (short) extra;
        return at + 2;
    }

    /** The values themselves, for inner loops. Not a copy. */
    short[] values() {
        return values;
    }

    /** How many there are after a block was put. */
    void setCount(int values) {
        count = values;
    }

    /**
     * Writes some of them.
     *
     * @param words by table and symbol, as {@link OptimalCode#word} has them
     */
    void write(int from, int to, int[] words, CodedBits out) {
        int at = from;
        while (at < to) {
            at = out.put(this, at, Math.min(to, at + BLOCK - 2), words);
        }
    }

    /** The symbol and table that a value begins with. */
    static int symbol(int value) {
        return value & PLACE;
    }

    /** Whether what follows a symbol stands in the next value. */
    static boolean isLong(int extraBits) {
        return extraBits > SHORT;
    }

    /** What follows a symbol, where it stands in the same value. */
    static int extra(int value) {
        return (value & 0xffff) >> 10;
    }
}
