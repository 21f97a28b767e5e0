package app.vineparcel.core.codec.jpeg;

import java.io.IOException;

/** A Huffman code of up to 16 bits a word (ITU-T T.81, annex C and figure F.16). */
final class HuffmanCode {

    private static final int LONGEST = 16;

    /** By length: the last word of it, or -1; and what is added to a word to find its value. */
    private final int[] last = new int[LONGEST + 1];

    private final int[] shift = new int[LONGEST + 1];
    private final byte[] values;

    /**
     * A code.
     *
     * @param counts how many words there are of 1 to 16 bits
     * @param values what they stand for, shortest first
     * @throws IOException if there are more words than lengths allow
     */
    HuffmanCode(int[] counts, byte[] values) throws IOException {
        this.values = values;
        int word = 0;
        int index = 0;
        for (int length = 1; length <= LONGEST; length++) {
            int count = counts[length - 1];
            shift[length] = index - word;
            word += count;
            index += count;
            last[length] = count == 0 ? -1 : word - 1;
            if (word > 1 << length) {
                throw new IOException("one of its code tables is overfull.");
            }
            word <<= 1;
        }
    }

    /** The value of the next word. */
    int next(ScanBits bits) throws IOException {
        int word = 0;
        for (int length = 1; length <= LONGEST; length++) {
            word = word << 1 | bits.bit();
            if (word <= last[length]) {
                return values[word + shift[length]] & 0xff;
            }
        }
        throw new IOException("its data holds a word that its code tables do not.");
    }
}
