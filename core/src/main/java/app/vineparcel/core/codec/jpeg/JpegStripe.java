package app.vineparcel.core.codec.jpeg;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Some rows of a picture as they were encoded a moment ago, as a baseline JPEG of their own: the symbols of its scan (ITU-T T.81, F.1.2), to be written
 * once more in another code. Nothing is done to coefficients.
 */
final class JpegStripe {

    /** Huffman tables that a baseline scan can name: two for DC, two for AC coefficients. */
    static final int TABLES = 4;

    static final int SYMBOLS = 256;

    private static final int AC = 2;
    private static final VarHandle BITS = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.BIG_ENDIAN);

    /** Bits that are looked at may reach so many bytes beyond the end. */
    private static final int SPARE = 16;

    /** Of the 57 bits or more that one look gives, so many have to be left for another word and what follows it. */
    private static final int NEEDED = 27;

    private static final int SOS = 0xda;
    private static final int DHT = 0xc4;

    /** A block within a unit of the scan: of which component, in which tables. */
    private record Block(int component, int dc, int ac) {}

    private final byte[] head;
    private final Block[] unit;
    private final int units;
    private final @Nullable WordTable[] tables = new WordTable[TABLES];

    private final StripeSymbols symbols;
    private final int[] frequencies = new int[TABLES * SYMBOLS];
    /** By component: its DC coefficients in the first and in the last block, and where the first one's symbol is missing. */
    private final int[] first;

    private final int[] last;
    private final int[] gaps;

    /**
     * Takes a file apart.
     *
     * @param jpeg baseline, one scan, no restart markers
     * @param length of the file within the array
     */
    JpegStripe(byte[] jpeg, int length) throws IOException {
        JpegSegments segments = JpegSegments.read(new ByteArrayInputStream(jpeg, 0, length));
        byte[] frame = segments.frame()
                .orElseThrow(() -> new IOException("it has no frame."))
                .data();
        for (JpegSegments.Segment segment : segments.all()) {
            if (segment.marker() == DHT) {
                addTables(segment.data());
            }
        }
        int scan = scanAt(jpeg, length);
        this.head = Arrays.copyOf(jpeg, scan + 2 + two(jpeg, scan + 2));
        int components = frame[5];
        this.first = new int[components];
        this.last = new int[components];
        this.gaps = new int[components];
        int across = 1;
        int down = 1;
        List<Block> blocks = new ArrayList<>();
        for (int c = 0; c < components; c++) {
            // a component alone comes block by block, whatever its sampling (A.2.2)
            int h = components == 1 ? 1 : frame[7 + 3 * c] >> 4;
            int v = components == 1 ? 1 : frame[7 + 3 * c] & 15;
            int named = jpeg[scan + 6 + 2 * c];
            Block block = new Block(c, named >> 4 & 1, AC + (named & 1));
            for (int i = 0; i < h * v; i++) {
                blocks.add(block);
            }
            across = Math.max(across, h);
            down = Math.max(down, v);
        }
        this.unit = blocks.toArray(Block[]::new);
        this.units = Component.divided(two(frame, 3), 8 * across) * Component.divided(two(frame, 1), 8 * down);
        this.symbols = new StripeSymbols(2 * length);
        try {
            read(unstuffed(jpeg, head.length, length - 2));
        } catch (IndexOutOfBoundsException e) {
            throw new IOException("its data ends before its picture does.", e);
        }
    }

    private static int two(byte[] data, int at) {
        return (data[at] & 0xff) << 8 | data[at + 1] & 0xff;
    }

    private void addTables(byte[] segment) {
        int at = 0;
        while (at + 17 <= segment.length) {
            int count = 0;
            for (int i = 1; i <= 16; i++) {
                count += segment[at + i] & 0xff;
            }
            int number = (segment[at] >> 4 & 1) * AC + (segment[at] & 1);
            tables[number] = new WordTable(Arrays.copyOfRange(segment, at + 1, at + 17 + count));
            at += 17 + count;
        }
    }

    private static int scanAt(byte[] jpeg, int length) throws IOException {
        int at = 2;
        while (at + 4 < length && (jpeg[at + 1] & 0xff) != SOS) {
            at += 2 + two(jpeg, at + 2);
        }
        if (at + 4 >= length) {
            throw new IOException("it has no scan.");
        }
        return at;
    }

    /** Without the zeros behind every 0xff (B.1.1.5), and with room for looking beyond the end. */
    private static byte[] unstuffed(byte[] jpeg, int from, int to) {
        byte[] plain = new byte[to - from + SPARE];
        int at = 0;
        for (int i = from; i < to; i++) {
            plain[at++] = jpeg[i];
            i += jpeg[i] == (byte) 0xff ? 1 : 0;
        }
        return plain;
    }

    private void read(byte[] scan) throws IOException {
        boolean[] begun = new boolean[first.length];
        int at = 0;
        for (int u = 0; u < units; u++) {
            for (Block block : unit) {
                long bits = bits(scan, at);
                int word = table(block.dc()).next(bits);
                int symbol = WordTable.symbol(word);
                int extra = WordTable.extra(word, bits);
                int c = block.component();
                last[c] += difference(symbol, extra);
                if (begun[c]) {
                    symbols.add(block.dc() * SYMBOLS + symbol, extra);
                    frequencies[block.dc() * SYMBOLS + symbol]++;
                } else {
                    begun[c] = true;
                    first[c] = last[c];
                    gaps[c] = symbols.count();
                }
                at = readOthers(scan, at + WordTable.bits(word), table(block.ac()), block.ac() * SYMBOLS);
            }
        }
    }

    /** The AC coefficients of a block; returns where the next one begins. */
    private int readOthers(byte[] scan, int from, WordTable table, int offset) throws IOException {
        symbols.ensureRoom();
        short[] into = symbols.values();
        int count = symbols.count();
        int[] counts = frequencies;
        int at = from;
        long bits = bits(scan, at);
        int left = 57;
        for (int k = 1; k < 64; ) {
            if (left < NEEDED) {
                bits = bits(scan, at);
                left = 57;
            }
            int word = table.next(bits);
            int symbol = WordTable.symbol(word);
            count = StripeSymbols.put(into, count, offset + symbol, WordTable.extra(word, bits));
            counts[offset + symbol]++;
            int taken = WordTable.bits(word);
            at += taken;
            left -= taken;
            bits <<= taken;
            k += symbol == 0 ? 64 : (symbol >> 4) + 1; // the end of the block, or zeros and a coefficient
        }
        symbols.setCount(count);
        return at;
    }

    private static long bits(byte[] scan, int at) {
        return (long) BITS.get(scan, at >>> 3) << (at & 7);
    }

    private WordTable table(int number) throws IOException {
        WordTable table = tables[number];
        if (table == null) {
            throw new IOException("it lacks a code table.");
        }
        return table;
    }

    /** What so many bits stand for (F.2.2.1). */
    private static int difference(int size, int bits) {
        return size == 0 || bits >= 1 << size - 1 ? bits : bits - (1 << size) + 1;
    }

    /** What stands before the scan. Not a copy. */
    byte[] head() {
        return head;
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
        for (int i = 0; i < frequencies.length; i++) {
            sums[i / SYMBOLS][i % SYMBOLS] += frequencies[i];
        }
        for (int c = 0; c < first.length; c++) {
            sums[dcTable(c)][CodedBits.size(first[c] - before[c])]++;
            before[c] = last[c];
        }
    }

    /**
     * Writes the scan in other codes.
     *
     * @param before as in {@link #count}
     * @param codes by table
     */
    void write(int[] before, OptimalCode[] codes, int[] words, CodedBits out) {
        int from = 0;
        for (int c = 0; c < first.length; c++) {
            symbols.write(from, gaps[c], words, out);
            out.difference(codes[dcTable(c)], first[c] - before[c]);
            from = gaps[c];
            before[c] = last[c];
        }
        symbols.write(from, symbols.count(), words, out);
    }

    private int dcTable(int component) {
        return Arrays.stream(unit)
                .filter(block -> block.component() == component)
                .findFirst()
                .orElseThrow()
                .dc();
    }
}
