package app.vineparcel.core.codec.jpeg;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What stands before the scan of a baseline JPEG, and what it says of the order of blocks and of their codes (ITU-T T.81, A.2 and B.2). */
final class StripeHead {

    /** Huffman tables that a baseline scan can name: two for DC, two for AC coefficients. */
    static final int TABLES = 4;

    static final int SYMBOLS = 256;

    private static final int AC = 2;
    private static final int SOS = 0xda;
    private static final int DHT = 0xc4;

    /** A block within a unit of the scan: of which component, in which tables, and the words that those have. */
    record Block(int component, int dc, int ac, WordTable dcWords, WordTable acWords) {}

    private final byte[] bytes;
    private final Block[] unit;
    private final int units;
    private final int components;
    private final @Nullable WordTable[] tables = new WordTable[TABLES];

    /**
     * Reads it.
     *
     * @param jpeg baseline, one scan
     * @param length of the file within the array
     */
    StripeHead(byte[] jpeg, int length) throws IOException {
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
        this.bytes = Arrays.copyOf(jpeg, scan + 2 + two(jpeg, scan + 2));
        this.components = frame[5];
        int across = 1;
        int down = 1;
        List<Block> blocks = new ArrayList<>();
        for (int c = 0; c < components; c++) {
            // a component alone comes block by block, whatever its sampling (A.2.2)
            int h = components == 1 ? 1 : frame[7 + 3 * c] >> 4;
            int v = components == 1 ? 1 : frame[7 + 3 * c] & 15;
            int named = jpeg[scan + 6 + 2 * c];
            int dc = named >> 4 & 1;
            int ac = AC + (named & 1);
            Block block = new Block(c, dc, ac, table(dc), table(ac));
            for (int i = 0; i < h * v; i++) {
                blocks.add(block);
            }
            across = Math.max(across, h);
            down = Math.max(down, v);
        }
        this.unit = blocks.toArray(Block[]::new);
        this.units = Component.divided(two(frame, 3), 8 * across) * Component.divided(two(frame, 1), 8 * down);
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
            tables[number] = WordTable.of(Arrays.copyOfRange(segment, at + 1, at + 17 + count));
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

    /** Everything up to the scan's data. Not a copy. */
    byte[] bytes() {
        return bytes;
    }

    /** The blocks that follow each other in a unit of the scan. Not a copy. */
    Block[] unit() {
        return unit;
    }

    int units() {
        return units;
    }

    int components() {
        return components;
    }

    /** The table of a component's DC coefficients. */
    int dcTable(int component) {
        return Arrays.stream(unit)
                .filter(block -> block.component() == component)
                .findFirst()
                .orElseThrow()
                .dc();
    }

    private WordTable table(int number) throws IOException {
        WordTable table = tables[number];
        if (table == null) {
            throw new IOException("it lacks a code table.");
        }
        return table;
    }
}
