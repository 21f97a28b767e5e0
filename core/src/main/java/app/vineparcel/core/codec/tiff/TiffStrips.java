package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.raster.Pixels;
import java.util.Arrays;
import java.util.zip.Deflater;

/** A picture cut into strips of rows, each packed by itself. Sixteen-bit samples are little-endian; packed strips hold differences. */
final class TiffStrips {

    private static final int WANTED_BYTES = 1 << 18;
    /** Of 1 to 9: with differences, more gains little and costs much. */
    private static final int DEFLATE_LEVEL = 4;

    private final Pixels pixels;
    private final Compression compression;
    private final int rowBytes;

    TiffStrips(Pixels pixels, Compression compression) {
        this.pixels = pixels;
        this.compression = compression;
        this.rowBytes = Math.multiplyExact(pixels.size().width(), pixels.bands() * pixels.depth() / 8);
    }

    /** Bytes of all strips without packing. */
    long plainBytes() {
        return (long) rowBytes * pixels.size().height();
    }

    int rowsEach() {
        return Math.max(1, Math.min(pixels.size().height(), WANTED_BYTES / rowBytes));
    }

    int count() {
        return (pixels.size().height() + rowsEach() - 1) / rowsEach();
    }

    /** One strip, ready for the file. */
    byte[] strip(int index) {
        int from = index * rowsEach();
        int rows = Math.min(rowsEach(), pixels.size().height() - from);
        byte[] bytes = pixels.depth() == 8 ? samples8(from, rows) : samples16(from, rows);
        return switch (compression) {
            case NONE -> bytes;
            case LZW -> TiffLzw.pack(bytes, bytes.length);
            case DEFLATE -> deflated(bytes);
        };
    }

    private boolean differences() {
        return compression != Compression.NONE;
    }

    private byte[] samples8(int fromRow, int rows) {
        byte[] bytes = Arrays.copyOfRange(pixels.bytes(), fromRow * rowBytes, (fromRow + rows) * rowBytes);
        if (differences()) {
            for (int row = 0; row < rows; row++) {
                int start = row * rowBytes;
                for (int i = start + rowBytes - 1; i >= start + pixels.bands(); i--) {
                    bytes[i] -= bytes[i - pixels.bands()];
                }
            }
        }
        return bytes;
    }

    private byte[] samples16(int fromRow, int rows) {
        int samples = rowBytes / 2;
        int bands = pixels.bands();
        short[] all = pixels.shorts();
        byte[] bytes = new byte[rows * rowBytes];
        for (int row = 0; row < rows; row++) {
            int start = (fromRow + row) * samples;
            for (int i = 0; i < samples; i++) {
                int value = all[start + i];
                if (differences() && i >= bands) {
                    value -= all[start + i - bands];
                }
                bytes[2 * (row * samples + i)] = (byte) value;
                bytes[2 * (row * samples + i) + 1] = (byte) (value >> 8);
            }
        }
        return bytes;
    }

    private static byte[] deflated(byte[] bytes) {
        Deflater deflater = new Deflater(DEFLATE_LEVEL);
        try {
            deflater.setInput(bytes);
            deflater.finish();
            byte[] packed = new byte[bytes.length + bytes.length / 1000 + 64];
            int length = 0;
            while (!deflater.finished()) {
                if (length == packed.length) {
                    packed = Arrays.copyOf(packed, packed.length * 2);
                }
                length += deflater.deflate(packed, length, packed.length - length);
            }
            return Arrays.copyOf(packed, length);
        } finally {
            deflater.end();
        }
    }
}
