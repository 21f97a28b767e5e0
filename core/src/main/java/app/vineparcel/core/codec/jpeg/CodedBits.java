package app.vineparcel.core.codec.jpeg;

import java.io.IOException;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** The bits of a scan as they are written (ITU-T T.81, F.1.2). */
final class CodedBits {

    private static final VarHandle LONG = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.BIG_ENDIAN);

    /** A word is written together with what may stand behind it. */
    private static final int SPARE = 8;

    private final byte[] bytes;
    private int size;

    /** Bits that do not fill a byte yet, below others that are written already; and how many they are, 0 to 7. */
    private long held;

    private int count;

    /**
     * None yet.
     *
     * @param bits how many there will be
     * @throws IOException if they are more than an array holds
     */
    CodedBits(long bits) throws IOException {
        if (bits / 8 > Integer.MAX_VALUE / 2) {
            throw new IOException("its file would be larger than 1 GB.");
        }
        this.bytes = new byte[(int) (bits / 8) + 1 + SPARE];
    }

    /**
     * A block's AC coefficients.
     *
     * @param scan what they are taken from
     * @param from the place of the first of them
     * @param table the code that they have there
     * @param looks what looks at that become, as {@link Words#in} gives it
     * @param code the code that they get
     * @return the place behind the last one
     */
    int block(ScanWords scan, int from, WordTable table, long[] looks, OptimalCode code) throws IOException {
        long out = held;
        int more = count;
        int to = size;
        int at = from;
        int left = 0;
        long bits = 0;
        for (int k = 1; k < 64; ) {
            if (left < ScanWords.NEEDED) {
                bits = scan.bits(at);
                left = ScanWords.SURE;
            }
            long look = looks[(int) (bits >>> 64 - Words.LOOK)];
            int taken = Words.taken(look);
            if (look != 0 && k + Words.ahead(look) <= 64) {
                out = out << Words.length(look) | Words.bits(look);
                more += Words.length(look);
                k += Words.on(look);
            } else {
                int word = table.next(bits);
                int symbol = WordTable.symbol(word);
                int into = code.word(symbol);
                taken = WordTable.bits(word);
                out = translated(out, into, word, bits);
                more += OptimalCode.length(into) + (symbol & 15);
                k = Words.after(symbol, k);
            }
            at += taken;
            left -= taken;
            bits <<= taken;
            // whether a byte is full is not asked: asking costs more than writing once too often
            LONG.set(bytes, to, out << 64 - more);
            to += more >> 3;
            more &= 7;
        }
        held = out;
        count = more;
        size = to;
        return at;
    }

    private static long translated(long out, int into, int word, long bits) {
        return (out << OptimalCode.length(into) | OptimalCode.bits(into)) << (WordTable.symbol(word) & 15)
                | WordTable.extra(word, bits);
    }

    /**
     * A word that stands alone.
     *
     * @param into as {@link OptimalCode#word} gives it
     * @param word as it was read, with what follows it
     * @param bits that it was read from
     */
    void word(int into, int word, long bits) {
        held = translated(held, into, word, bits);
        count += OptimalCode.length(into) + (WordTable.symbol(word) & 15);
        whole();
    }

    /** The difference of two DC coefficients (F.1.2.1). */
    void difference(OptimalCode code, int difference) {
        int bits = size(difference);
        int word = code.word(bits);
        int extra = (difference < 0 ? difference - 1 : difference) & (1 << bits) - 1;
        held = (held << OptimalCode.length(word) | OptimalCode.bits(word)) << bits | extra;
        count += OptimalCode.length(word) + bits;
        whole();
    }

    private void whole() {
        LONG.set(bytes, size, held << 64 - count);
        size += count >> 3;
        count &= 7;
    }

    /** How many bits a difference takes. */
    static int size(int difference) {
        return 32 - Integer.numberOfLeadingZeros(Math.abs(difference));
    }

    /** A file of them: the last byte filled with ones, a zero put in behind every 0xff (B.1.1.5), and the end of the image behind it. */
    byte[] file(byte[] head) {
        if (count > 0) {
            bytes[size++] = (byte) (held << 8 - count | (1 << 8 - count) - 1);
            count = 0;
        }
        int stuffed = 0;
        for (int i = 0; i < size; i++) {
            stuffed += bytes[i] == (byte) 0xff ? 1 : 0;
        }
        byte[] file = java.util.Arrays.copyOf(head, head.length + size + stuffed + 2);
        int at = head.length;
        int from = 0;
        for (int i = 0; i < size; i++) {
            if (bytes[i] == (byte) 0xff) {
                System.arraycopy(bytes, from, file, at, i + 1 - from);
                at += i + 2 - from;
                from = i + 1;
            }
        }
        System.arraycopy(bytes, from, file, at, size - from);
        file[file.length - 2] = (byte) 0xff;
        file[file.length - 1] = (byte) 0xd9;
        return file;
    }
}
