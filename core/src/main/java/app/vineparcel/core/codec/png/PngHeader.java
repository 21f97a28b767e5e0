package app.vineparcel.core.codec.png;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.ByteBuffer;

/**
 * The chunk IHDR (11.2.1).
 *
 * @param size px
 * @param depth bits a sample: 1, 2, 4, 8 or 16
 * @param colourType 0 grey, 2 RGB, 3 palette, 4 grey with alpha, 6 RGB with alpha
 * @param interlaced whether it comes in the seven passes of Adam7
 */
public record PngHeader(PixelSize size, int depth, int colourType, boolean interlaced) {

    private static final int LENGTH = 13;

    static PngHeader of(byte[] chunk) throws IOException {
        if (chunk.length < LENGTH) {
            throw new IOException("it ends before its picture begins.");
        }
        ByteBuffer in = ByteBuffer.wrap(chunk);
        int width = in.getInt();
        int height = in.getInt();
        PngHeader header = sized(width, height, in.get() & 0xff, in.get() & 0xff, in.get(12) != 0);
        if (in.get(10) != 0 || in.get(11) != 0 || !header.isKnown()) {
            throw new NotRead("PNG of colour type %d with %d bits a sample is not read."
                    .formatted(header.colourType, header.depth));
        }
        return header;
    }

    private static PngHeader sized(int width, int height, int depth, int colourType, boolean interlaced)
            throws IOException {
        if (width < 1 || height < 1) {
            throw new IOException("its header gives no size.");
        }
        return new PngHeader(new PixelSize(width, height), depth, colourType, interlaced);
    }

    private boolean isKnown() {
        return switch (colourType) {
            case 0 -> depth == 1 || depth == 2 || depth == 4 || depth == 8 || depth == 16;
            case 3 -> depth == 1 || depth == 2 || depth == 4 || depth == 8;
            case 2, 4, 6 -> depth == 8 || depth == 16;
            default -> false;
        };
    }

    /** Samples a stored pixel. */
    int samples() {
        return switch (colourType) {
            case 2 -> 3;
            case 4 -> 2;
            case 6 -> 4;
            default -> 1;
        };
    }

    boolean isPalette() {
        return colourType == 3;
    }

    /** Bytes of a row of that many pixels, without the byte that names its filter. */
    int rowBytes(int width) {
        return Math.toIntExact(((long) width * samples() * depth + 7) / 8);
    }
}
