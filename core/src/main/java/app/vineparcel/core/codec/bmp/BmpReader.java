package app.vineparcel.core.codec.bmp;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Reads BMP: the headers of Windows (versions 1 to 5) and of OS/2 (1 and 2), 1 to 32 bits a pixel, bit fields, run lengths. As in browsers, pixels
 * that run lengths skip are clear, and the fourth byte of 32 bits counts as alpha only where a bit field says so.
 */
public final class BmpReader implements PictureReader {

    private static final int FILE_HEADER = 14;
    private static final int OS2_1 = 12;
    private static final int WINDOWS = 40;

    private static final int RGB = 0;
    private static final int RLE8 = 1;
    private static final int RLE4 = 2;
    private static final int BIT_FIELDS = 3;
    private static final int ALPHA_BIT_FIELDS = 6;

    /** Red, green, blue, alpha. */
    private static final int[] FIELDS_16 = {0x7c00, 0x03e0, 0x001f, 0};

    private static final int[] FIELDS_32 = {0xff0000, 0x00ff00, 0x0000ff, 0};

    @Override
    public PixelSize size(Path file) throws IOException {
        return new Header(start(file), FILE_HEADER, false).size;
    }

    @Override
    public Decoded read(Path file) throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        try {
            Header header = new Header(in, FILE_HEADER, false);
            int pixels = in.getInt(10);
            boolean sound = pixels >= header.behindPalette() && pixels < bytes.length;
            return decode(in, header, sound ? pixels : header.behindPalette());
        } catch (IndexOutOfBoundsException e) {
            throw new IOException("it ends before its picture begins.", e);
        }
    }

    private static ByteBuffer start(Path file) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return ByteBuffer.wrap(in.readNBytes(256)).order(ByteOrder.LITTLE_ENDIAN);
        }
    }

    /** What stands before the pixels. */
    static final class Header {

        private final ByteBuffer in;
        private final int at;
        private final int length;
        final PixelSize size;
        final boolean topDown;
        final int bits;
        final int compression;
        private final int colours;

        /**
         * Reads it.
         *
         * @param at where it begins
         * @param icon whether it is one within an icon, whose height counts a mask too
         */
        Header(ByteBuffer in, int at, boolean icon) throws IOException {
            this.in = in;
            this.at = at;
            try {
                length = in.getInt(at);
                boolean old = length == OS2_1;
                if (length < OS2_1 || length > 1024) {
                    throw new IOException("its header has a length that nobody writes.");
                }
                int width = old ? in.getShort(at + 4) & 0xffff : in.getInt(at + 4);
                int height = old ? in.getShort(at + 6) & 0xffff : in.getInt(at + 8);
                topDown = height < 0;
                int rows = Math.abs(height) / (icon ? 2 : 1);
                if (width < 1 || rows < 1) {
                    throw new IOException("its header gives no size.");
                }
                size = new PixelSize(width, rows);
                bits = in.getShort(at + (old ? 10 : 14)) & 0xffff;
                compression = length >= 20 ? in.getInt(at + 16) : RGB;
                colours = length >= 36 ? in.getInt(at + 32) : 0;
            } catch (IndexOutOfBoundsException e) {
                throw new IOException("it ends before its picture begins.", e);
            }
        }

        private boolean isOs2() {
            return length == OS2_1 || length > OS2_1 && length < WINDOWS || length == 64;
        }

        int paletteSize() {
            return bits > 8 ? 0 : colours <= 0 || colours > 1 << bits ? 1 << bits : colours;
        }

        private int palette() {
            boolean fieldsBehind = length == WINDOWS && (compression == BIT_FIELDS || compression == ALPHA_BIT_FIELDS);
            return at + length + (fieldsBehind ? compression == BIT_FIELDS ? 12 : 16 : 0);
        }

        int behindPalette() {
            return palette() + paletteSize() * (length == OS2_1 ? 3 : 4);
        }

        /** Colours as 0xRRGGBB; black where the file has none. */
        int[] readPalette() {
            int[] palette = new int[1 << bits];
            int each = length == OS2_1 ? 3 : 4;
            for (int i = 0; i < paletteSize() && palette() + (i + 1) * each <= in.limit(); i++) {
                int from = palette() + i * each;
                palette[i] = (in.get(from + 2) & 0xff) << 16 | (in.get(from + 1) & 0xff) << 8 | in.get(from) & 0xff;
            }
            return palette;
        }

        /** Which bits are red, green, blue and alpha. */
        int[] fields() {
            boolean said = compression == BIT_FIELDS || compression == ALPHA_BIT_FIELDS;
            if (!said || isOs2()) {
                return bits == 16 ? FIELDS_16 : FIELDS_32;
            }
            boolean alpha = length >= 56 || compression == ALPHA_BIT_FIELDS;
            return new int[] {in.getInt(at + 40), in.getInt(at + 44), in.getInt(at + 48), alpha ? in.getInt(at + 52) : 0
            };
        }
    }

    private static Decoded decode(ByteBuffer in, Header header, int pixels) throws IOException {
        int compression = header.compression;
        boolean huffman = header.isOs2() && compression == 3;
        boolean runs24 = header.isOs2() && compression == 4;
        if (huffman || runs24 || compression == 4 || compression == 5) {
            throw new NotRead("BMP with %s inside is not read."
                    .formatted(
                            huffman
                                    ? "fax compression"
                                    : runs24 ? "runs of 24 bits" : compression == 4 ? "a JPEG" : "a PNG"));
        }
        return switch (compression) {
            case RLE8, RLE4 -> new BmpRuns(in, header).decode(pixels);
            case RGB, BIT_FIELDS, ALPHA_BIT_FIELDS ->
                header.bits <= 8 ? indexed(in, header, pixels) : direct(in, header, pixels);
            default -> throw new NotRead("BMP of compression %d is not read.".formatted(compression));
        };
    }

    private static int rowBytes(Header header) {
        return Math.toIntExact((header.size.width() * (long) header.bits + 31) / 32 * 4);
    }

    private static Decoded indexed(ByteBuffer in, Header header, int start) throws IOException {
        if (header.bits != 1 && header.bits != 2 && header.bits != 4 && header.bits != 8) {
            throw new NotRead("BMP of %d bits a pixel is not read.".formatted(header.bits));
        }
        int[] palette = header.readPalette();
        int width = header.size.width();
        byte[] samples = new byte[Math.toIntExact(header.size.pixels() * 3)];
        int rowBytes = rowBytes(header);
        int whole = 0;
        for (int row = 0; row < header.size.height(); row++) {
            WorkBudget.check();
            int from = start + row * rowBytes;
            if (from < 0 || from + (width * (long) header.bits + 7) / 8 > in.limit()) {
                break;
            }
            whole++;
            int to = target(header, row) * width * 3;
            for (int x = 0; x < width; x++) {
                int bit = x * header.bits;
                int index = in.get(from + (bit >> 3)) >> 8 - header.bits - (bit & 7) & (1 << header.bits) - 1;
                samples[to++] = (byte) (palette[index] >> 16);
                samples[to++] = (byte) (palette[index] >> 8);
                samples[to++] = (byte) palette[index];
            }
        }
        return finished(header, Pixels.of8(header.size, 3, false, samples), whole);
    }

    private static Decoded direct(ByteBuffer in, Header header, int start) throws IOException {
        int bits = header.bits;
        if (bits != 16 && bits != 24 && bits != 32) {
            throw new NotRead("BMP of %d bits a pixel is not read.".formatted(bits));
        }
        int[] fields = bits == 24 ? FIELDS_32 : header.fields();
        boolean alpha = fields[3] != 0;
        int bands = alpha ? 4 : 3;
        int width = header.size.width();
        byte[] samples = new byte[Math.toIntExact(header.size.pixels() * bands)];
        int rowBytes = rowBytes(header);
        int whole = 0;
        for (int row = 0; row < header.size.height(); row++) {
            WorkBudget.check();
            int from = start + row * rowBytes;
            if (from < 0 || from + width * (long) bits / 8 > in.limit()) {
                break;
            }
            whole++;
            int to = target(header, row) * width * bands;
            for (int x = 0; x < width; x++, from += bits / 8) {
                int pixel = 0;
                for (int b = 0; b < bits / 8; b++) {
                    pixel |= (in.get(from + b) & 0xff) << 8 * b;
                }
                for (int band = 0; band < bands; band++) {
                    samples[to++] = field(pixel, fields[band]);
                }
            }
        }
        return finished(header, Pixels.of8(header.size, bands, alpha, samples), whole);
    }

    /** The bits of a field, on the scale of a byte. */
    private static byte field(int pixel, int mask) {
        if (mask == 0) {
            return 0;
        }
        int shift = Integer.numberOfTrailingZeros(mask);
        long most = (mask & 0xffffffffL) >>> shift;
        long value = (pixel & mask & 0xffffffffL) >>> shift;
        return (byte) ((value * 255 + most / 2) / most);
    }

    static int target(Header header, int row) {
        return header.topDown ? row : header.size.height() - 1 - row;
    }

    /** Says it where rows are missing. */
    static Decoded finished(Header header, Pixels pixels, int rows) throws IOException {
        double share = rows / (double) header.size.height();
        if (share < CutShort.LEAST) {
            throw new IOException("it ends before its picture does.");
        }
        Decoded decoded = new Decoded(pixels, ColourModel.RGB);
        return share < 1 ? decoded.with(List.of(CutShort.notice(share))) : decoded;
    }

    /**
     * A picture within an icon.
     *
     * @param at where its header begins
     * @return with alpha: its own, or what its mask says
     */
    static Decoded inIcon(ByteBuffer in, int at) throws IOException {
        Header header = new Header(in, at, true);
        int pixels = header.behindPalette();
        Decoded decoded = decode(in, header, pixels);
        Optional<byte[]> own = header.bits == 32 ? alpha32(in, header, pixels) : Optional.empty();
        byte[] alpha = own.orElseGet(() -> mask(in, header, pixels + rowBytes(header) * header.size.height()));
        byte[] samples = new byte[alpha.length * 4];
        Pixels colours = decoded.pixels();
        for (int i = 0; i < alpha.length; i++) {
            for (int band = 0; band < 3; band++) {
                samples[4 * i + band] = colours.bytes()[i * colours.bands() + band];
            }
            samples[4 * i + 3] = alpha[i];
        }
        return new Decoded(Pixels.of8(header.size, 4, true, samples), ColourModel.RGB).with(decoded.notices());
    }

    private static Optional<byte[]> alpha32(ByteBuffer in, Header header, int pixels) {
        int width = header.size.width();
        byte[] alpha = new byte[Math.toIntExact(header.size.pixels())];
        boolean said = false;
        for (int row = 0; row < header.size.height(); row++) {
            WorkBudget.check();
            for (int x = 0; x < width; x++) {
                int from = pixels + (row * width + x) * 4 + 3;
                byte value = from < in.limit() ? in.get(from) : 0;
                alpha[target(header, row) * width + x] = value;
                said |= value != 0;
            }
        }
        return said ? Optional.of(alpha) : Optional.empty();
    }

    private static byte[] mask(ByteBuffer in, Header header, int start) {
        int width = header.size.width();
        byte[] alpha = new byte[Math.toIntExact(header.size.pixels())];
        Arrays.fill(alpha, (byte) 255);
        int rowBytes = (width + 31) / 32 * 4;
        for (int row = 0; row < header.size.height(); row++) {
            WorkBudget.check();
            for (int x = 0; x < width; x++) {
                int from = start + row * rowBytes + (x >> 3);
                if (from < in.limit() && (in.get(from) >> 7 - (x & 7) & 1) == 1) {
                    alpha[target(header, row) * width + x] = 0;
                }
            }
        }
        return alpha;
    }
}
