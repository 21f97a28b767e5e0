package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.NotRead;
import java.io.IOException;
import java.nio.ByteOrder;

/** Undoes what was done to rows so that they pack better (TIFF 6.0, section 14; TIFF technical note 3 for floating point). */
final class Predictor {

    private static final int DIFFERENCES = 2;
    private static final int FLOATING = 3;

    private Predictor() {}

    /**
     * Looks whether it is one that can be undone.
     *
     * @throws IOException in words if not
     */
    static void requireKnown(TiffPage page) throws IOException {
        int depth = page.depth();
        boolean even = java.util.Arrays.stream(page.bits()).allMatch(bits -> bits == depth);
        boolean known =
                switch (page.predictor()) {
                    case 1 -> true;
                    case DIFFERENCES -> even && (depth == 8 || depth == 16 || depth == 32 || depth == 64);
                    case FLOATING -> even && page.kind() == TiffPage.SampleKind.FLOATING && depth % 8 == 0;
                    default -> false;
                };
        if (!known) {
            throw new NotRead(
                    "TIFF of %d bits a sample with predictor %d is not read.".formatted(depth, page.predictor()));
        }
    }

    /**
     * Undoes it in place.
     *
     * @param samples of a pixel within the chunk
     */
    static void undo(TiffPage page, byte[] bytes, int rowBytes, int rows, int samples) {
        if (page.predictor() == DIFFERENCES) {
            for (int row = 0; row < rows; row++) {
                add(bytes, row * rowBytes, rowBytes, samples, page.depth() / 8, page.order());
            }
        } else if (page.predictor() == FLOATING) {
            byte[] shuffled = new byte[rowBytes];
            for (int row = 0; row < rows; row++) {
                add(bytes, row * rowBytes, rowBytes, samples, 1, page.order());
                gather(bytes, row * rowBytes, shuffled, page.depth() / 8, page.order());
            }
        }
    }

    private static void add(byte[] bytes, int start, int length, int samples, int width, ByteOrder order) {
        int stride = samples * width;
        boolean high = order == ByteOrder.BIG_ENDIAN;
        for (int at = start + stride; at + width <= start + length; at += width) {
            int carry = 0;
            for (int i = 0; i < width; i++) {
                int place = at + (high ? width - 1 - i : i);
                int sum = (bytes[place] & 0xff) + (bytes[place - stride] & 0xff) + carry;
                bytes[place] = (byte) sum;
                carry = sum >> 8;
            }
        }
    }

    /** The row holds all highest bytes, then all next ones; afterwards numbers in the file's order. */
    private static void gather(byte[] bytes, int start, byte[] shuffled, int width, ByteOrder order) {
        System.arraycopy(bytes, start, shuffled, 0, shuffled.length);
        int count = shuffled.length / width;
        for (int i = 0; i < count; i++) {
            for (int b = 0; b < width; b++) {
                int place = order == ByteOrder.BIG_ENDIAN ? b : width - 1 - b;
                bytes[start + i * width + place] = shuffled[b * count + i];
            }
        }
    }
}
