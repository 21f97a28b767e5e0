package app.vineparcel.core.codec.jpeg;

import java.io.IOException;
import java.util.Arrays;

/**
 * Some rows of a picture as they were encoded a moment ago, as a baseline JPEG of their own, whose scan is written once more in another code (ITU-T
 * T.81, F.1.2). Its words are counted when it is made, and taken over several at a look; nothing is done to coefficients.
 */
final class JpegStripe {

    private final StripeHead head;
    private final ScanWords scan;
    private final long[][] frequencies = new long[StripeHead.TABLES][StripeHead.SYMBOLS];
    /** By component: its DC coefficients in the first and in the last block. */
    private final int[] first;

    private final int[] last;

    /**
     * Takes a file apart.
     *
     * @param jpeg baseline, one scan, no restart markers
     * @param length of the file within the array
     */
    JpegStripe(byte[] jpeg, int length) throws IOException {
        this.head = new StripeHead(jpeg, length);
        this.first = new int[head.components()];
        this.last = new int[head.components()];
        this.scan = new ScanWords(jpeg, head.bytes().length, length - 2);
        try {
            count();
        } catch (IndexOutOfBoundsException e) {
            throw new IOException("its data ends before its picture does.", e);
        }
    }

    private void count() throws IOException {
        int[][] looks = new int[StripeHead.TABLES][1 << Words.LOOK];
        boolean[] begun = new boolean[first.length];
        int at = 0;
        for (int u = 0; u < head.units(); u++) {
            for (StripeHead.Block block : head.unit()) {
                long bits = scan.bits(at);
                int word = block.dcWords().next(bits);
                int c = block.component();
                last[c] += difference(word, bits);
                if (begun[c]) {
                    frequencies[block.dc()][WordTable.symbol(word)]++;
                } else {
                    begun[c] = true;
                    first[c] = last[c];
                }
                int ac = block.ac();
                at = scan.count(at + WordTable.bits(word), block.acWords(), looks[ac], frequencies[ac]);
            }
        }
        for (StripeHead.Block block : head.unit()) {
            block.acWords().words().sum(looks[block.ac()], frequencies[block.ac()]);
            Arrays.fill(looks[block.ac()], 0); // another block may have the same table
        }
    }

    /** What a word of a DC coefficient and the bits behind it stand for (F.2.2.1). */
    private static int difference(int word, long from) {
        int values = 1 << WordTable.symbol(word);
        int bits = WordTable.extra(word, from);
        int below = bits - (values >> 1) >> 31; // all ones for the lower half, which is negative
        return bits + (below & 1 - values);
    }

    /** What stands before the scan. Not a copy. */
    byte[] head() {
        return head.bytes();
    }

    int components() {
        return first.length;
    }

    /**
     * Adds how often each symbol comes.
     *
     * @param before each component's DC coefficient in the last block of what comes before this stripe; becomes that of this one's
     * @param sums by table and symbol
     */
    void count(int[] before, long[][] sums) {
        for (int table = 0; table < StripeHead.TABLES; table++) {
            for (int symbol = 0; symbol < StripeHead.SYMBOLS; symbol++) {
                sums[table][symbol] += frequencies[table][symbol];
            }
        }
        for (int c = 0; c < first.length; c++) {
            sums[head.dcTable(c)][CodedBits.size(first[c] - before[c])]++;
            before[c] = last[c];
        }
    }

    /**
     * Writes the scan in other codes.
     *
     * @param before as in {@link #count}
     */
    void write(int[] before, OtherCodes codes, CodedBits out) throws IOException {
        long[][] looks = new long[StripeHead.TABLES][];
        for (StripeHead.Block block : head.unit()) {
            looks[block.ac()] = codes.looks(block.ac(), block.acWords());
        }
        boolean[] begun = new boolean[first.length];
        int at = 0;
        for (int u = 0; u < head.units(); u++) {
            for (StripeHead.Block block : head.unit()) {
                long bits = scan.bits(at);
                int word = block.dcWords().next(bits);
                int c = block.component();
                if (begun[c]) {
                    out.word(codes.code(block.dc()).word(WordTable.symbol(word)), word, bits);
                } else {
                    begun[c] = true;
                    out.difference(codes.code(block.dc()), first[c] - before[c]);
                    before[c] = last[c];
                }
                int ac = block.ac();
                at = out.block(scan, at + WordTable.bits(word), block.acWords(), looks[ac], codes.code(ac));
            }
        }
    }
}
