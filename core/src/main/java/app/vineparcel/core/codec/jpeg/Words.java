package app.vineparcel.core.codec.jpeg;

/**
 * The words of AC coefficients that stand whole in the next 12 bits, with what follows each, up to four of them and none beyond the end of the block
 * (ITU-T T.81, F.1.2.2): one look passes over all of them, or counts them, or gives them in another code.
 */
final class Words {

    /** Bits that are looked at. */
    static final int LOOK = 12;

    private static final int MOST = 4;

    /** No look gives more bits in another code; what would is taken word by word. */
    private static final int LONGEST = 31;

    /** The symbol of the end of a block, and what going on by so many coefficients means. */
    private static final int END = 0;

    private static final int ENDED = 64;

    /** By the bits: {@link #taken}, {@link #ahead}, {@link #on}, a byte of each, and how many words; 0 where not one is whole. */
    private final int[] looks = new int[1 << LOOK];

    /** By the bits: the symbols, the first one the lowest byte. */
    private final int[] symbols = new int[1 << LOOK];

    private final WordTable table;

    Words(WordTable table) {
        this.table = table;
        for (int look = 0; look < looks.length; look++) {
            long bits = (long) look << 64 - LOOK;
            int left = LOOK;
            int count = 0;
            int ahead = 0;
            int ended = 0;
            while (count < MOST && ended == 0) {
                int word = table.find(bits);
                if (word == 0 || WordTable.bits(word) > left) {
                    break;
                }
                int symbol = WordTable.symbol(word);
                symbols[look] |= symbol << 8 * count;
                count++;
                bits <<= WordTable.bits(word);
                left -= WordTable.bits(word);
                ahead += coefficients(symbol);
                ended = symbol == END ? ENDED : 0;
            }
            looks[look] = LOOK - left | ahead << 8 | ahead + ended << 16 | count << 24;
        }
    }

    /** How many coefficients a symbol stands for: zeros and one that is none; the end of a block counts as one. */
    static int coefficients(int symbol) {
        return symbol == END ? 1 : (symbol >> 4) + 1;
    }

    /** Where in its block the scan goes on after a symbol. */
    static int after(int symbol, int coefficient) {
        return coefficient + (symbol == END ? ENDED : coefficients(symbol));
    }

    /** By the next bits: what to take apart with the methods below; 0 where no word is whole. Not a copy. */
    int[] looks() {
        return looks;
    }

    /** The bits that the words of a look take, with what follows them. */
    static int taken(long look) {
        return (int) look & 0xff;
    }

    /** How many coefficients they stand for; they are this block's only if it has so many left. */
    static int ahead(long look) {
        return (int) look >> 8 & 0xff;
    }

    /** By how many coefficients to go on: beyond the block where it ends. */
    static int on(long look) {
        return (int) look >> 16 & 0xff;
    }

    /**
     * Adds up symbols.
     *
     * @param counts by look, how often it was made
     * @param sums by symbol
     */
    void sum(int[] counts, long[] sums) {
        for (int look = 0; look < counts.length; look++) {
            for (int i = 0; i < looks[look] >> 24 && counts[look] > 0; i++) {
                sums[symbols[look] >> 8 * i & 0xff] += counts[look];
            }
        }
    }

    /**
     * By the next bits, what {@link #looks} has, and above it the words in another code: three bytes as there, {@link #length} in the fourth,
     * {@link #bits} in the upper half. 0 where no word is whole or the others are too long.
     */
    long[] in(OptimalCode code) {
        long[] others = new long[1 << LOOK];
        for (int look = 0; look < others.length; look++) {
            long bits = (long) look << 64 - LOOK;
            long other = 0;
            int length = 0;
            for (int i = 0; i < looks[look] >> 24; i++) {
                int word = table.find(bits);
                int into = code.word(WordTable.symbol(word));
                int extraBits = WordTable.symbol(word) & 15;
                other = (other << OptimalCode.length(into) | OptimalCode.bits(into)) << extraBits
                        | WordTable.extra(word, bits);
                length += OptimalCode.length(into) + extraBits;
                bits <<= WordTable.bits(word);
            }
            if (length > 0 && length <= LONGEST) {
                others[look] = other << 32 | (long) length << 24 | looks[look] & 0xffffff;
            }
        }
        return others;
    }

    /** How many bits the words of a look have in the other code. */
    static int length(long look) {
        return (int) look >>> 24;
    }

    /** Their bits. */
    static long bits(long look) {
        return look >>> 32;
    }
}
