package app.vineparcel.core.codec.jpeg;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The words of a Huffman code of a baseline scan, for quick reading: those of up to 10 bits in one look, longer ones by length (ITU-T T.81, annex
 * F.2.2.3). A word is told together with what its symbol says of the bits behind it: the low half of the symbol is how many follow (F.1.2).
 */
final class WordTable {

    private static final int LONGEST = 16;
    private static final int QUICK = 10;

    /** Encoders use the same few codes for every picture (annex K.3); so many are kept. */
    private static final int KEPT = 8;

    private static final Map<ByteBuffer, WordTable> KNOWN = new ConcurrentHashMap<>();

    /** By the next 10 bits: the word that they begin with; 0 if that is longer. */
    private final int[] quick = new int[1 << QUICK];

    /** By length: behind the last word of it, aligned to 16 bits; and what is added to a word to find its symbol. */
    private final int[] behind = new int[LONGEST + 1];

    private final int[] shift = new int[LONGEST + 1];
    private final byte[] symbols;
    private final Words words;

    private WordTable(byte[] table) {
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
        this.words = new Words(this);
    }

    /**
     * A code.
     *
     * @param table 16 counts, then the symbols, shortest words first
     */
    static WordTable of(byte[] table) {
        ByteBuffer key = ByteBuffer.wrap(table);
        WordTable known = KNOWN.get(key);
        if (known != null) {
            return known;
        }
        WordTable made = new WordTable(table);
        if (KNOWN.size() < KEPT) {
            KNOWN.put(key, made);
        }
        return made;
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
        int word = find(bits);
        if (word == 0) {
            throw new IOException("its data holds a word that its code tables do not.");
        }
        return word;
    }

    /** The word that bits begin with; 0 if there is no such word. */
    int find(long bits) {
        int entry = quick[(int) (bits >>> 64 - QUICK)];
        return entry != 0 ? entry : longer((int) (bits >>> 64 - LONGEST));
    }

    private int longer(int bits) {
        for (int length = QUICK + 1; length <= LONGEST; length++) {
            if (bits < behind[length]) {
                return entry(symbols[(bits >> LONGEST - length) + shift[length]] & 0xff, length);
            }
        }
        return 0;
    }

    /** The words of AC coefficients that one look at 12 bits shows. */
    Words words() {
        return words;
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
