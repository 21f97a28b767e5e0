package app.vineparcel.core.codec.png;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
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
    private static final int QUICK = 1;
    private static final int USUAL = 5;
    private static final int HARD_ENOUGH = 6;
    private static final int HARD = 9;
    /** Pictures of up to so many bytes are packed both ways, as hard as can be; the smaller is taken. */
    private static final int SMALL = 6_000_000;

    /** What packs to less than this share is flat art, for which the hardest packing is quick enough and worth it. */
    private static final double FLAT = 0.12;

    /** What packs to more than this is mostly noise, on which hard packing is lost. */
    private static final double NOISY = 0.35;

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
            chunk(out, "PLTE", image.palette(), image.palette().length);
        }
        if (image.transparency().length > 0) {
            chunk(out, "tRNS", image.transparency(), image.transparency().length);
        }
        new PngEncoder(image).data(out);
    }

    /** The same of samples, packed as fast as can be. */
    static void writeQuickly(PngImage image, OutputStream out) throws IOException {
        new PngEncoder(image).pack(out, true, QUICK);
    }

    /** Writes a chunk (5.3). */
    public static void chunk(OutputStream out, String type, byte[] content, int length) throws IOException {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 sum = new CRC32();
        sum.update(name);
        sum.update(content, 0, length);
        out.write(ByteBuffer.allocate(8).putInt(length).put(name).array());
        out.write(content, 0, length);
        out.write(ByteBuffer.allocate(4).putInt((int) sum.getValue()).array());
    }

    private void data(OutputStream out) throws IOException {
        long bytes = (long) image.rowBytes() * image.size().height();
        if (bytes <= SMALL) {
            ByteArrayOutputStream plain = new ByteArrayOutputStream();
            pack(plain, false, HARD);
            ByteArrayOutputStream chosen = new ByteArrayOutputStream();
            pack(chosen, true, HARD);
            (chosen.size() < plain.size() ? chosen : plain).writeTo(out);
            return;
        }
        double plain = sample(false);
        double chosen = sample(true);
        boolean filters = chosen < plain;
        double share = Math.min(plain, chosen);
        pack(out, filters, share < FLAT ? HARD : filters && share > NOISY ? USUAL : HARD_ENOUGH);
    }

    private void pack(OutputStream out, boolean filters, int level) throws IOException {
        int height = image.size().height();
        Deflater deflater = new Deflater(level);
        if (filters && level != HARD) {
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
        Deflater deflater = new Deflater(QUICK);
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
            java.util.Arrays.fill(above, (byte) 0);
        }
        return out / (double) in;
    }

    /** A row with its filter's number before it; the rows have to come in order. */
    private byte[] filtered(int y, boolean filters) {
        image.row(y, row);
        if (y == 0) {
            java.util.Arrays.fill(above, (byte) 0);
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
