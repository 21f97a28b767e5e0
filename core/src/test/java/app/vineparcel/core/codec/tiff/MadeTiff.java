package app.vineparcel.core.codec.tiff;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.zip.DeflaterOutputStream;

/**
 * A TIFF of any kind that the matrix asks for, written from seeded samples; nothing of it is shared with what reads it.
 *
 * @param photometric tag 262
 * @param samples a pixel
 * @param bits a sample
 * @param planar whether samples have planes of their own
 * @param tile its edge, px; 0 for strips of 5 rows
 * @param packing 1 or 8
 * @param predictor 1 or 2
 * @param extra tag 338 for one sample behind the colours; -1 for none
 * @param big whether it is a BigTIFF
 * @param order of its bytes
 */
record MadeTiff(
        int photometric,
        int samples,
        int bits,
        boolean planar,
        int tile,
        int packing,
        int predictor,
        int extra,
        boolean big,
        ByteOrder order) {

    static final int WIDTH = 37;
    static final int HEIGHT = 23;
    private static final int ROWS = 5;

    /** A plain picture of that many samples and bits. */
    static MadeTiff plain(int photometric, int samples, int bits) {
        return new MadeTiff(photometric, samples, bits, false, 0, 1, 1, -1, false, ByteOrder.LITTLE_ENDIAN);
    }

    /** The sample of a pixel, 0 to full scale. */
    int sample(int x, int y, int band) {
        long most = (1L << bits) - 1;
        return (int) (new Random(31L * (y * WIDTH + x) + band).nextInt(1 << 20) * most / ((1 << 20) - 1));
    }

    byte[] bytes() throws Exception {
        ByteArrayOutputStream data = new ByteArrayOutputStream();
        int head = big ? 16 : 8;
        int chunkWidth = tile > 0 ? tile : WIDTH;
        int chunkHeight = tile > 0 ? tile : ROWS;
        int across = (WIDTH + chunkWidth - 1) / chunkWidth;
        int down = (HEIGHT + chunkHeight - 1) / chunkHeight;
        int planes = planar ? samples : 1;
        long[] offsets = new long[across * down * planes];
        long[] lengths = new long[offsets.length];
        int index = 0;
        for (int plane = 0; plane < planes; plane++) {
            for (int row = 0; row < down; row++) {
                for (int column = 0; column < across; column++) {
                    int rows = tile > 0 ? chunkHeight : Math.min(chunkHeight, HEIGHT - row * chunkHeight);
                    byte[] chunk = packed(chunk(plane, column * chunkWidth, row * chunkHeight, chunkWidth, rows));
                    offsets[index] = head + data.size();
                    lengths[index++] = chunk.length;
                    data.writeBytes(chunk);
                }
            }
        }
        if (data.size() % 2 == 1) {
            data.write(0);
        }
        return file(data.toByteArray(), offsets, lengths, chunkHeight);
    }

    private byte[] packed(byte[] chunk) throws Exception {
        if (packing == 1) {
            return chunk;
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(out)) {
            deflate.write(chunk);
        }
        return out.toByteArray();
    }

    private byte[] chunk(int plane, int fromX, int fromY, int width, int height) {
        int own = planar ? 1 : samples;
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int y = 0; y < height; y++) {
            long[] row = new long[width * own];
            for (int i = 0; i < row.length; i++) {
                int x = fromX + i / own;
                boolean inside = x < WIDTH && fromY + y < HEIGHT;
                row[i] = inside ? sample(x, fromY + y, planar ? plane : i % own) & 0xffffffffL : 0;
            }
            if (predictor == 2) {
                for (int i = row.length - 1; i >= own; i--) {
                    row[i] = row[i] - row[i - own] & (1L << bits) - 1;
                }
            }
            write(row, out);
        }
        return out.toByteArray();
    }

    private void write(long[] row, ByteArrayOutputStream out) {
        if (bits % 8 == 0) {
            for (long value : row) {
                for (int b = 0; b < bits / 8; b++) {
                    int shift = order == ByteOrder.LITTLE_ENDIAN ? 8 * b : bits - 8 - 8 * b;
                    out.write((int) (value >> shift));
                }
            }
            return;
        }
        StringBuilder digits = new StringBuilder();
        for (long value : row) {
            for (int b = bits - 1; b >= 0; b--) {
                digits.append(value >> b & 1);
            }
        }
        while (digits.length() % 8 != 0) {
            digits.append('0');
        }
        for (int i = 0; i < digits.length(); i += 8) {
            out.write(Integer.parseInt(digits.substring(i, i + 8), 2));
        }
    }

    private byte[] file(byte[] data, long[] offsets, long[] lengths, int chunkHeight) {
        Map<Integer, long[]> fields = new TreeMap<>();
        long[] depth = new long[samples];
        java.util.Arrays.fill(depth, bits);
        fields.put(256, new long[] {WIDTH});
        fields.put(257, new long[] {HEIGHT});
        fields.put(258, depth);
        fields.put(259, new long[] {packing});
        fields.put(262, new long[] {photometric});
        fields.put(277, new long[] {samples});
        fields.put(284, new long[] {planar ? 2 : 1});
        fields.put(317, new long[] {predictor});
        if (tile > 0) {
            fields.put(322, new long[] {tile});
            fields.put(323, new long[] {tile});
            fields.put(324, offsets);
            fields.put(325, lengths);
        } else {
            fields.put(273, offsets);
            fields.put(278, new long[] {chunkHeight});
            fields.put(279, lengths);
        }
        if (extra >= 0) {
            fields.put(338, new long[] {extra});
        }
        if (photometric == 3) {
            fields.put(320, palette());
        }
        return written(data, fields);
    }

    /** Colours by their number: as red goes up, blue goes down. */
    private long[] palette() {
        int count = 1 << bits;
        long[] map = new long[3 * count];
        for (int i = 0; i < count; i++) {
            map[i] = 257L * (255 * i / (count - 1));
            map[count + i] = 257L * (i * 7 % 256);
            map[2 * count + i] = 65535 - map[i];
        }
        return map;
    }

    private byte[] written(byte[] data, Map<Integer, long[]> fields) {
        int head = big ? 16 : 8;
        int at = head + data.length;
        int table = (big ? 8 : 2) + fields.size() * (big ? 20 : 12) + (big ? 8 : 4);
        ByteBuffer out = ByteBuffer.allocate(at + table + 400_000).order(order);
        out.put((byte) (order == ByteOrder.LITTLE_ENDIAN ? 'I' : 'M')).put(out.get(0));
        out.putShort((short) (big ? 43 : 42));
        if (big) {
            out.putShort((short) 8).putShort((short) 0).putLong(at);
        } else {
            out.putInt(at);
        }
        out.position(head).put(data);
        int behind = at + table;
        if (big) {
            out.putLong(fields.size());
        } else {
            out.putShort((short) fields.size());
        }
        for (Map.Entry<Integer, long[]> field : fields.entrySet()) {
            boolean narrow =
                    field.getKey() != 273 && field.getKey() != 279 && field.getKey() != 324 && field.getKey() != 325;
            long[] values = field.getValue();
            int size = values.length * (narrow ? 2 : 4);
            out.putShort((short) (int) field.getKey()).putShort((short) (narrow ? 3 : 4));
            int room = big ? 8 : 4;
            if (big) {
                out.putLong(values.length);
            } else {
                out.putInt(values.length);
            }
            int place = out.position();
            int to = size <= room ? place : behind;
            if (size > room) {
                if (big) {
                    out.putLong(behind);
                } else {
                    out.putInt(behind);
                }
                behind += size + size % 2;
            }
            for (int i = 0; i < values.length; i++) {
                if (narrow) {
                    out.putShort(to + 2 * i, (short) values[i]);
                } else {
                    out.putInt(to + 4 * i, (int) values[i]);
                }
            }
            out.position(place + room);
        }
        return java.util.Arrays.copyOf(out.array(), behind);
    }
}
