package app.vineparcel.core.codec.png;

import app.vineparcel.core.codec.natives.LibDeflate;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import java.util.zip.Deflater;

/**
 * Packs the rows of a picture. Every row gets the filter whose bytes add up to the least, as the standard advises (12.8), unless a look at a few
 * rows shows that the picture packs better without any.
 */
public final class PngEncoder {

    private static final int CHUNK = 1 << 16;
    /** Rows that are looked at together, and how many such groups. */
    private static final int GROUP = 12;

    private static final int GROUPS = 10;
    /** Bytes of rows that are packed at once by the quicker library; more go through zlib in pieces. */
    private static final long AT_ONCE = 64_000_000;

    /** Pictures of up to so many bytes are packed harder, and both ways where a look cannot tell which is better. */
    private static final int SMALL = 6_000_000;

    /** What packs to less than this share repeats itself from afar, which zlib looks for longer than the quicker library. */
    private static final double REPEATING = 0.02;

    /** What packs to less than this share is art or text, where filters may gain or lose. */
    private static final double DRAWN = 0.2;

    /** What packs to less than this share is flat art, for which the hardest packing is quick enough and worth it. */
    private static final double FLAT = 0.12;

    /** What packs to more than this is mostly noise, on which hard packing is lost. */
    private static final double NOISY = 0.35;

    /**
     * How hard is tried.
     *
     * @param zlib the level of zlib
     * @param libdeflate the level of libdeflate, where that is installed; 0 if it does worse
     */
    private enum Trial {
        QUICK(1, 1),
        USUAL(5, 6),
        HARD_ENOUGH(6, 7),
        HARD(9, 10),
        HARDEST(9, 0);

        private final int zlib;
        private final int libdeflate;

        Trial(int zlib, int libdeflate) {
            this.zlib = zlib;
            this.libdeflate = libdeflate;
        }
    }

    private final PngImage image;
    private final byte[] row;
    private final byte[] above;
    private final byte[][] filtered;

    private PngEncoder(PngImage image) {
        this.image = image;
        this.row = new byte[image.rowBytes()];
        this.above = new byte[image.rowBytes()];
        this.filtered = new byte[5][image.rowBytes() + 1];
        for (byte filter = 0; filter < 5; filter++) {
            filtered[filter][0] = filter;
        }
    }

    /** Writes the chunks PLTE, tRNS and IDAT that a picture needs. */
    public static void write(PngImage image, OutputStream out) throws IOException {
        if (image.palette().length > 0) {
            chunk(out, "PLTE", image.palette());
        }
        if (image.transparency().length > 0) {
            chunk(out, "tRNS", image.transparency());
        }
        new PngEncoder(image).data(out);
    }

    /** The same of samples, packed as fast as can be. */
    static void writeQuickly(PngImage image, OutputStream out) throws IOException {
        new PngEncoder(image).pack(out, true, Trial.QUICK);
    }

    /** Writes a chunk (5.3). */
    public static void chunk(OutputStream out, String type, byte[] content) throws IOException {
        chunk(out, type, content, content.length);
    }

    private static void chunk(OutputStream out, String type, byte[] content, int length) throws IOException {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 sum = new CRC32();
        sum.update(name);
        sum.update(content, 0, length);
        out.write(ByteBuffer.allocate(8).putInt(length).put(name).array());
        out.write(content, 0, length);
        out.write(ByteBuffer.allocate(4).putInt((int) sum.getValue()).array());
    }

    private void data(OutputStream out) throws IOException {
        double plain = sample(false);
        double chosen = sample(true);
        boolean filters = chosen < plain;
        double share = Math.min(plain, chosen);
        boolean small = bytes() <= SMALL;
        if (!small) {
            pack(out, filters, share < FLAT ? Trial.HARD : filters && share > NOISY ? Trial.USUAL : Trial.HARD_ENOUGH);
        } else if (share > DRAWN) {
            pack(out, filters, Trial.HARD_ENOUGH);
        } else {
            ByteArrayOutputStream unfiltered = new ByteArrayOutputStream();
            Trial trial = share > REPEATING ? Trial.HARD : Trial.HARDEST;
            pack(unfiltered, false, trial);
            ByteArrayOutputStream filtered = new ByteArrayOutputStream();
            pack(filtered, true, trial);
            (filtered.size() < unfiltered.size() ? filtered : unfiltered).writeTo(out);
        }
    }

    /** Of all rows, each with its filter's number. */
    private long bytes() {
        return (image.rowBytes() + 1L) * image.size().height();
    }

    private void pack(OutputStream out, boolean filters, Trial trial) throws IOException {
        if (trial.libdeflate > 0 && LibDeflate.missing().isEmpty() && bytes() <= AT_ONCE) {
            packAtOnce(out, filters, trial.libdeflate);
        } else {
            packInPieces(out, filters, trial);
        }
    }

    private void packAtOnce(OutputStream out, boolean filters, int level) throws IOException {
        try (LibDeflate.Input rows = new LibDeflate.Input(bytes())) {
            for (int y = 0; y < image.size().height(); y++) {
                rows.add(filtered(y, filters));
            }
            byte[] packed = rows.packed(level);
            for (int from = 0; from < packed.length; from += CHUNK) {
                chunk(out, "IDAT", Arrays.copyOfRange(packed, from, Math.min(packed.length, from + CHUNK)));
            }
        }
    }

    private void packInPieces(OutputStream out, boolean filters, Trial trial) throws IOException {
        int height = image.size().height();
        Deflater deflater = new Deflater(trial.zlib);
        if (filters && trial.zlib < Trial.HARD.zlib) {
            deflater.setStrategy(Deflater.FILTERED);
        }
        byte[] packed = new byte[CHUNK];
        int held = 0;
        try {
            for (int y = 0; y < height; y++) {
                deflater.setInput(filtered(y, filters));
                while (!deflater.needsInput()) {
                    held += deflater.deflate(packed, held, packed.length - held);
                    held = flushed(out, packed, held);
                }
            }
            deflater.finish();
            while (!deflater.finished()) {
                held += deflater.deflate(packed, held, packed.length - held);
                held = flushed(out, packed, held);
            }
            if (held > 0) {
                chunk(out, "IDAT", packed, held);
            }
        } finally {
            deflater.end();
        }
    }

    private static int flushed(OutputStream out, byte[] packed, int held) throws IOException {
        if (held < packed.length) {
            return held;
        }
        chunk(out, "IDAT", packed, held);
        return 0;
    }

    /** What a few groups of rows pack to, as a share of their bytes. */
    private double sample(boolean filters) {
        int height = image.size().height();
        Deflater deflater = new Deflater(Trial.QUICK.zlib);
        byte[] packed = new byte[CHUNK];
        long in = 0;
        long out = 0;
        try {
            int step = Math.max(GROUP, height / GROUPS);
            for (int start = 0; start + GROUP <= height; start += step) {
                if (start > 0) {
                    image.row(start - 1, above);
                }
                for (int y = start; y < start + GROUP; y++) {
                    byte[] bytes = filtered(y, filters);
                    in += bytes.length;
                    deflater.setInput(bytes);
                    while (!deflater.needsInput()) {
                        out += deflater.deflate(packed);
                    }
                }
            }
            deflater.finish();
            while (!deflater.finished()) {
                out += deflater.deflate(packed);
            }
        } finally {
            deflater.end();
            Arrays.fill(above, (byte) 0);
        }
        return out / (double) in;
    }

    /** A row with its filter's number before it; the rows have to come in order. */
    private byte[] filtered(int y, boolean filters) {
        image.row(y, row);
        if (y == 0) {
            Arrays.fill(above, (byte) 0);
        }
        byte[] best = filtered[0];
        if (filters) {
            best = least(y == 0);
        } else {
            System.arraycopy(row, 0, best, 1, row.length);
        }
        System.arraycopy(row, 0, above, 0, row.length);
        return best;
    }

    private byte[] least(boolean first) {
        int step = Math.min(image.step(), row.length);
        long[] sums = new long[5];
        for (int i = 0; i < step; i++) {
            put(i, 0, above[i] & 0xff, 0, sums);
        }
        rest(step, sums);
        int best = 0;
        for (int filter = 1; filter < 5; filter++) {
            if (sums[filter] < sums[best] && !(first && filter == 2)) {
                best = filter;
            }
        }
        return filtered[best];
    }

    private void put(int i, int a, int b, int c, long[] sums) {
        int[] values = {0, a, b, a + b >> 1, PngDecoder.paeth(a, b, c)};
        for (int filter = 0; filter < 5; filter++) {
            byte value = (byte) (row[i] - values[filter]);
            filtered[filter][1 + i] = value;
            sums[filter] += Math.abs(value);
        }
    }

    /** The inner loop of most work: no branch but those that the compiler turns into moves. */
    private void rest(int step, long[] sums) {
        byte[] own = row;
        byte[] up = above;
        byte[] none = filtered[0];
        byte[] sub = filtered[1];
        byte[] ups = filtered[2];
        byte[] average = filtered[3];
        byte[] paeth = filtered[4];
        int s0 = 0;
        int s1 = 0;
        int s2 = 0;
        int s3 = 0;
        int s4 = 0;
        for (int i = step; i < own.length; i++) {
            int x = own[i];
            int a = own[i - step] & 0xff;
            int b = up[i] & 0xff;
            int c = up[i - step] & 0xff;
            int pa = Math.abs(b - c);
            int pb = Math.abs(a - c);
            int pc = Math.abs(a + b - c - c);
            int p = pb <= pc ? b : c;
            p = pa <= Math.min(pb, pc) ? a : p;
            byte f1 = (byte) (x - a);
            byte f2 = (byte) (x - b);
            byte f3 = (byte) (x - (a + b >> 1));
            byte f4 = (byte) (x - p);
            none[1 + i] = (byte) x;
            sub[1 + i] = f1;
            ups[1 + i] = f2;
            average[1 + i] = f3;
            paeth[1 + i] = f4;
            s0 += Math.abs(x);
            s1 += Math.abs(f1);
            s2 += Math.abs(f2);
            s3 += Math.abs(f3);
            s4 += Math.abs(f4);
        }
        sums[0] += s0;
        sums[1] += s1;
        sums[2] += s2;
        sums[3] += s3;
        sums[4] += s4;
    }
}
