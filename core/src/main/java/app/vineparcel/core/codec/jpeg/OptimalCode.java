package app.vineparcel.core.codec.jpeg;

import java.util.Arrays;

/**
 * The Huffman code that packs given symbols best, as a JPEG can hold it: no word longer than 16 bits, none of ones alone (ITU-T T.81, annex K.2).
 */
final class OptimalCode {

    private static final int LONGEST = 16;
    private static final int SYMBOLS = 256;
    private static final int LENGTH_BITS = 5;
    /** A symbol that never comes takes the word of ones. */
    private static final int RESERVED = SYMBOLS;

    /** By length, 1 to 16, how many words there are. */
    private final int[] counts = new int[LONGEST];

    private final byte[] values;

    /** By symbol: its word, and below it how many bits that has; 0 for symbols that have none. */
    private final int[] words = new int[SYMBOLS];

    /**
     * The code of symbols that come so often.
     *
     * @param frequencies of symbols 0 to 255
     */
    OptimalCode(long[] frequencies) {
        int[] sizes = sizes(frequencies);
        int[] bits = within(bits(sizes));
        this.values = values(sizes);
        System.arraycopy(bits, 1, counts, 0, LONGEST);
        int word = 0;
        int at = 0;
        for (int length = 1; length <= LONGEST; length++) {
            for (int i = 0; i < bits[length]; i++) {
                int symbol = values[at++] & 0xff;
                words[symbol] = word++ << LENGTH_BITS | length;
            }
            word <<= 1;
        }
    }

    /** How long each symbol's word would be without a limit (figure K.1). */
    private static int[] sizes(long[] frequencies) {
        long[] left = Arrays.copyOf(frequencies, SYMBOLS + 1);
        left[RESERVED] = 1;
        int[] sizes = new int[SYMBOLS + 1];
        int[] next = new int[SYMBOLS + 1];
        Arrays.fill(next, -1);
        while (true) {
            int first = rarest(left, -1);
            int second = rarest(left, first);
            if (second < 0) {
                return sizes;
            }
            left[first] += left[second];
            left[second] = 0;
            sizes[first]++;
            int end = first;
            while (next[end] >= 0) {
                end = next[end];
                sizes[end]++;
            }
            next[end] = second;
            for (int one = second; one >= 0; one = next[one]) {
                sizes[one]++;
            }
        }
    }

    /** Of equals the last one. */
    private static int rarest(long[] left, int but) {
        int rarest = -1;
        for (int i = 0; i < left.length; i++) {
            if (i != but && left[i] > 0 && (rarest < 0 || left[i] <= left[rarest])) {
                rarest = i;
            }
        }
        return rarest;
    }

    /** How many words there are of each length, the longest first to be made shorter. */
    private static int[] bits(int[] sizes) {
        int[] bits = new int[SYMBOLS + 1];
        for (int size : sizes) {
            if (size > 0) {
                bits[size]++;
            }
        }
        return bits;
    }

    /** No word longer than 16 bits, and without the reserved one (figure K.3). */
    private static int[] within(int[] bits) {
        for (int length = SYMBOLS; length > LONGEST; length--) {
            while (bits[length] > 0) {
                int shorter = length - 2;
                while (bits[shorter] == 0) {
                    shorter--;
                }
                bits[length] -= 2;
                bits[length - 1]++;
                bits[shorter + 1] += 2;
                bits[shorter]--;
            }
        }
        int longest = LONGEST;
        while (longest > 0 && bits[longest] == 0) {
            longest--;
        }
        bits[longest]--;
        return bits;
    }

    /** The symbols by the length of their words (figure K.4). */
    private static byte[] values(int[] sizes) {
        byte[] values = new byte[SYMBOLS];
        int count = 0;
        for (int size = 1; size <= SYMBOLS; size++) {
            for (int symbol = 0; symbol < SYMBOLS; symbol++) {
                if (sizes[symbol] == size) {
                    values[count++] = (byte) symbol;
                }
            }
        }
        return Arrays.copyOf(values, count);
    }

    /** A symbol's word, with its {@link #length} below it; 0 if it has none. */
    int word(int symbol) {
        return words[symbol];
    }

    /** How many bits a word has. */
    static int length(int word) {
        return word & (1 << LENGTH_BITS) - 1;
    }

    /** The bits of a word. */
    static int bits(int word) {
        return word >> LENGTH_BITS;
    }

    /** As a DHT segment has it: 16 counts, then the symbols, shortest words first (B.2.4.2). */
    byte[] table() {
        byte[] table = new byte[LONGEST + values.length];
        for (int i = 0; i < LONGEST; i++) {
            table[i] = (byte) counts[i];
        }
        System.arraycopy(values, 0, table, LONGEST, values.length);
        return table;
    }
}
