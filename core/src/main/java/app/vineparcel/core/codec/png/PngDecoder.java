package app.vineparcel.core.codec.png;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** Decodes a PNG: every colour type and depth, transparency by colour and by palette, Adam7. */
public final class PngDecoder {

    /** First column and row, and steps across and down, of the seven passes (8.2). */
    private static final int[][] ADAM7 = {
        {0, 0, 8, 8}, {4, 0, 8, 8}, {0, 4, 4, 8}, {2, 0, 4, 4}, {0, 2, 2, 4}, {1, 0, 2, 2}, {0, 1, 1, 2}
    };

    private static final int[][] AT_ONCE = {{0, 0, 1, 1}};
    private static final int MOST_COLOURS = 256;

    private final PngHeader header;
    private final byte[] palette;
    private final byte[] transparency;
    private final int bands;
    private final boolean alpha;
    private final byte[] bytes;
    private final short[] shorts;
    private final int[] key;

    /**
     * What was in a file.
     *
     * @param pixels 8 bits, or 16 where the file has 16
     * @param share how much of the picture was there and sound, above 0 to 1
     */
    public record Result(Pixels pixels, double share) {}

    private PngDecoder(PngHeader header, byte[] palette, byte[] transparency) throws IOException {
        this.header = header;
        this.palette = palette;
        this.transparency = transparency;
        boolean keyed =
                transparency.length >= 2 * header.samples() && (header.colourType() == 0 || header.colourType() == 2);
        this.alpha = header.colourType() >= 4 || header.isPalette() && transparency.length > 0 || keyed;
        this.bands = (header.colourType() == 0 || header.colourType() == 4 ? 1 : 3) + (alpha ? 1 : 0);
        this.key = keyed ? key() : new int[0];
        long samples = header.size().pixels() * bands;
        if (samples > Integer.MAX_VALUE - 16) {
            throw new IOException("its samples are more than can be held at once.");
        }
        this.bytes = new byte[header.depth() == 16 ? 0 : (int) samples];
        this.shorts = new short[header.depth() == 16 ? (int) samples : 0];
    }

    private int[] key() {
        int[] values = new int[header.samples()];
        for (int i = 0; i < values.length; i++) {
            values[i] =
                    ((transparency[2 * i] & 0xff) << 8 | transparency[2 * i + 1] & 0xff) & (1 << header.depth()) - 1;
        }
        return values;
    }

    /**
     * The header alone.
     *
     * @throws IOException with a reason in words
     */
    public static PngHeader header(Path file) throws IOException {
        try (PngChunks chunks = new PngChunks(file, false)) {
            while (chunks.next()) {
                if (chunks.type().equals("IHDR")) {
                    return PngHeader.of(chunks.content());
                }
            }
        }
        throw new IOException("it has no header.");
    }

    /**
     * All pixels, as stored.
     *
     * @throws IOException with a reason in words if nothing of the picture can be had
     */
    public static Result decode(Path file) throws IOException {
        try (PngChunks chunks = new PngChunks(file, false)) {
            PngHeader header = null;
            byte[] palette = new byte[0];
            byte[] transparency = new byte[0];
            while (chunks.next()) {
                switch (chunks.type()) {
                    case "IHDR" -> header = PngHeader.of(chunks.content());
                    case "PLTE" -> palette = small(chunks);
                    case "tRNS" -> transparency = small(chunks);
                    case "IDAT" -> {
                        if (header == null) {
                            throw new IOException("it has no header.");
                        }
                        return new PngDecoder(header, palette, transparency).decode(chunks.pictureData());
                    }
                    default -> {
                        // says nothing about the pixels
                    }
                }
            }
        }
        throw new IOException("it ends before its picture begins.");
    }

    private static byte[] small(PngChunks chunks) throws IOException {
        return chunks.left() <= 3 * MOST_COLOURS ? chunks.content() : new byte[0];
    }

    private Result decode(InputStream data) throws IOException {
        if (header.isPalette() && palette.length < 3) {
            throw new IOException("its palette is missing.");
        }
        long rows = 0;
        long found = 0;
        int[][] passes = header.interlaced() ? ADAM7 : AT_ONCE;
        try (Rows in = new Rows(data)) {
            for (int[] pass : passes) {
                int width = (header.size().width() - pass[0] + pass[2] - 1) / pass[2];
                int height = (header.size().height() - pass[1] + pass[3] - 1) / pass[3];
                if (width < 1 || height < 1) {
                    continue;
                }
                rows += height;
                found += pass(in, pass, width, height);
            }
        }
        double share = found / (double) rows;
        if (found == 0) {
            throw new IOException("it ends before its picture does.");
        }
        PixelSize size = header.size();
        Pixels pixels =
                header.depth() == 16 ? Pixels.of16(size, bands, alpha, shorts) : Pixels.of8(size, bands, alpha, bytes);
        return new Result(pixels, share);
    }

    private int pass(Rows in, int[] pass, int width, int height) throws IOException {
        int length = header.rowBytes(width);
        int step = Math.max(1, header.samples() * header.depth() / 8);
        byte[] above = new byte[length];
        byte[] row = new byte[length + 1];
        int[] pixel = new int[header.samples()];
        for (int y = 0; y < height; y++) {
            WorkBudget.check();
            if (!in.fill(row)) {
                return y;
            }
            if (!unfilter(row, above, step)) {
                return y;
            }
            System.arraycopy(row, 1, above, 0, length);
            put(above, pass, y, width, pixel);
        }
        return height;
    }

    /** Undoes the filter of a row (9.2); false for one that does not exist. */
    private static boolean unfilter(byte[] row, byte[] above, int step) {
        int length = above.length;
        switch (row[0]) {
            case 0 -> {
                // as it stands
            }
            case 1 -> {
                for (int i = step; i < length; i++) {
                    row[1 + i] += row[1 + i - step];
                }
            }
            case 2 -> {
                for (int i = 0; i < length; i++) {
                    row[1 + i] += above[i];
                }
            }
            case 3 -> {
                for (int i = 0; i < length; i++) {
                    int left = i >= step ? row[1 + i - step] & 0xff : 0;
                    row[1 + i] += (byte) (left + (above[i] & 0xff) >> 1);
                }
            }
            case 4 -> {
                for (int i = 0; i < Math.min(step, length); i++) {
                    row[1 + i] += above[i];
                }
                for (int i = step; i < length; i++) {
                    row[1 + i] += (byte) paeth(row[1 + i - step] & 0xff, above[i] & 0xff, above[i - step] & 0xff);
                }
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    static int paeth(int a, int b, int c) {
        int p = a + b - c;
        int pa = Math.abs(p - a);
        int pb = Math.abs(p - b);
        int pc = Math.abs(p - c);
        return pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
    }

    private void put(byte[] row, int[] pass, int passRow, int width, int[] pixel) {
        int y = pass[1] + passRow * pass[3];
        int start = y * header.size().width();
        boolean straight = pass[2] == 1 && key.length == 0 && !header.isPalette();
        if (straight && header.depth() == 8) {
            System.arraycopy(row, 0, bytes, start * bands, width * bands);
            return;
        }
        if (straight && header.depth() == 16) {
            for (int i = 0, to = start * bands; i < width * bands; i++, to++) {
                shorts[to] = (short) (row[2 * i] << 8 | row[2 * i + 1] & 0xff);
            }
            return;
        }
        for (int x = 0; x < width; x++) {
            for (int sample = 0; sample < pixel.length; sample++) {
                pixel[sample] = sample(row, x * pixel.length + sample);
            }
            pixel((start + pass[0] + x * pass[2]) * bands, pixel);
        }
    }

    private int sample(byte[] row, int index) {
        int depth = header.depth();
        if (depth == 8) {
            return row[index] & 0xff;
        }
        if (depth == 16) {
            return (row[2 * index] & 0xff) << 8 | row[2 * index + 1] & 0xff;
        }
        int bit = index * depth;
        return row[bit >> 3] >> 8 - depth - (bit & 7) & (1 << depth) - 1;
    }

    private void pixel(int to, int[] pixel) {
        if (header.isPalette()) {
            int index = pixel[0];
            for (int band = 0; band < 3; band++) {
                bytes[to + band] = 3 * index + band < palette.length ? palette[3 * index + band] : 0;
            }
            if (alpha) {
                bytes[to + 3] = index < transparency.length ? transparency[index] : (byte) 255;
            }
            return;
        }
        for (int sample = 0; sample < pixel.length; sample++) {
            if (header.depth() == 16) {
                shorts[to + sample] = (short) pixel[sample];
            } else {
                bytes[to + sample] = (byte) (pixel[sample] * 255 / ((1 << header.depth()) - 1));
            }
        }
        if (key.length > 0) {
            int seen = Arrays.equals(pixel, key) ? 0 : 0xffff;
            if (header.depth() == 16) {
                shorts[to + pixel.length] = (short) seen;
            } else {
                bytes[to + pixel.length] = (byte) seen;
            }
        }
    }

    /** Rows of inflated bytes; stops quietly where they end or make no sense. */
    private static final class Rows implements AutoCloseable {

        private final InputStream data;
        private final Inflater inflater = new Inflater();
        private final byte[] packed = new byte[1 << 15];

        Rows(InputStream data) {
            this.data = data;
        }

        boolean fill(byte[] row) throws IOException {
            int at = 0;
            try {
                while (at < row.length) {
                    int count = inflater.inflate(row, at, row.length - at);
                    at += count;
                    if (count == 0) {
                        if (inflater.finished() || inflater.needsDictionary()) {
                            return false;
                        }
                        int more = data.read(packed, 0, packed.length);
                        if (more <= 0) {
                            return false;
                        }
                        inflater.setInput(packed, 0, more);
                    }
                }
                return true;
            } catch (DataFormatException e) {
                return false;
            }
        }

        @Override
        public void close() {
            inflater.end();
        }
    }
}
