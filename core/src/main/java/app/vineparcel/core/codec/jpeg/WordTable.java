package app.vineparcel.core.codec.jpeg;

import java.io.IOException;
import java.util.Arrays;

/**
 * The words of a Huffman code of a baseline scan, for quick reading: those of up to 10 bits in one look, longer ones by length (ITU-T T.81, annex
 * F.2.2.3). A word is told together with what its symbol says of the bits behind it: the low half of the symbol is how many follow (F.1.2).
 */
final class WordTable {

    private static final int LONGEST = 16;
    private static final int QUICK = 10;

    /** By the next 10 bits: the word that they begin with; 0 if that is longer. */
    private final int[] quick = new int[1 << QUICK];

    /** By length: behind the last word of it, aligned to 16 bits; and what is added to a word to find its symbol. */
    private final int[] behind = new int[LONGEST + 1];

    private final int[] shift = new int[LONGEST + 1];
    private final byte[] symbols;

    /**
     * A code.
     *
     * @param table 16 counts, then the symbols, shortest words first
     */
    WordTable(byte[] table) {
        this.symbols = Arrays.copyOfRange(table, LONGEST, table.length);
        int word = 0;
        int at = 0;
        for (int length = 1; length <= LONGEST; length++) {
            shift[length] = at - word;
            for (int i = 0; i < (table[length - 1] & 0xff); i++, word++, at++) {
                if (length <= QUICK) {
                    int from = word << QUICK - length;
                    Arrays.fill(quick, from, from + (1 << QUICK - length), entry(symbols[at] & 0xff, length));
                }
            }
            behind[length] = word << LONGEST - length;
            word <<= 1;
        }
    }

    private static int entry(int symbol, int length) {
        return symbol << 16 | length << 8 | length + (symbol & 15);
    }

    /**
     * The word that bits begin with, to be taken apart by the methods below.
     *
     * @param bits the next ones, the first of them the highest
     * @throws IOException if there is no such word
     */
    int next(long bits) throws IOException {
        int entry = quick[(int) (bits >>> 64 - QUICK)];
        return entry != 0 ? entry : longer((int) (bits >>> 64 - LONGEST));
    }

    private int longer(int bits) throws IOException {
        for (int length = QUICK + 1; length <= LONGEST; length++) {
            if (bits < behind[length]) {
                return entry(symbols[(bits >> LONGEST - length) + shift[length]] & 0xff, length);
            }
        }
        throw new IOException("its data holds a word that its code tables do not.");
    }

    static int symbol(int word) {
        return word >> 16;
    }

    /** Bits of the word and of what follows it, up to 31. */
    static int bits(int word) {
        return word & 0xff;
    }

    /** The bits that follow the word, as a number. */
    static int extra(int word, long bits) {
        // a shift by 64 would be none
        return (int) (bits << (word >> 8 & 0xff) >>> 1 >>> 63 - (word >> 16 & 15));
    }
}
