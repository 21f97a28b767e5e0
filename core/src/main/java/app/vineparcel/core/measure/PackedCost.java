package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;
import java.util.zip.Deflater;

/**
 * How many bits a pixel a picture takes without loss, as PNG codes it (ISO/IEC 15948): every row less what the filter of the least sum of magnitudes
 * foretells of it. Of photographs, in which nothing repeats, the entropy of what is left (Shannon 1948) says enough; flat art is packed by Deflate,
 * filtered and as it stands, and the less counts.
 */
final class PackedCost {

    private static final int FILTERS = 5;
    private static final int LEVEL = 6;
    private static final int CODES = 256;
    private static final int BITS = 8;
    /** Bits a band and pixel of entropy above which a picture is no flat art. */
    private static final double NOISY = 1.2;
    /** The same below which rows may pack better as they stand. */
    private static final double FLAT = 1;

    private final byte[] samples;
    private final int bands;
    private final int row;
    private final int height;
    private final byte[][] tried;

    private PackedCost(Pixels picture) {
        samples = picture.bytes();
        bands = picture.bands();
        row = picture.size().width() * bands;
        height = picture.size().height();
        tried = new byte[FILTERS][row];
    }

    /**
     * Bits a pixel.
     *
     * @param picture 8 bits
     */
    static double of(Pixels picture) {
        PackedCost cost = new PackedCost(picture);
        double entropy = cost.entropy();
        if (entropy > NOISY * picture.bands()) {
            return entropy;
        }
        double filtered = cost.deflated(true);
        double least = entropy > FLAT * picture.bands() ? filtered : Math.min(filtered, cost.deflated(false));
        return least / picture.size().pixels();
    }

    private double entropy() {
        int[] counts = new int[bands * CODES];
        for (int y = 0; y < height; y++) {
            byte[] best = best(y * row, y > 0);
            for (int i = 0, band = 0; i < row; i++) {
                counts[band * CODES + (best[i] & 0xff)]++;
                band = band + 1 == bands ? 0 : band + 1;
            }
        }
        double pixels = (double) samples.length / bands;
        double bits = 0;
        for (int count : counts) {
            bits += count > 0 ? count / pixels * Math.log(pixels / count) / Math.log(2) : 0;
        }
        return bits;
    }

    private double deflated(boolean filters) {
        Deflater deflater = new Deflater(LEVEL);
        byte[] out = new byte[row + CODES];
        long bytes = 0;
        try {
            for (int y = 0; y < height; y++) {
                if (filters) {
                    deflater.setInput(best(y * row, y > 0));
                } else {
                    deflater.setInput(samples, y * row, row);
                }
                while (!deflater.needsInput()) {
                    bytes += deflater.deflate(out);
                }
            }
            deflater.finish();
            while (!deflater.finished()) {
                bytes += deflater.deflate(out);
            }
            return (double) bytes * BITS;
        } finally {
            deflater.end();
        }
    }

    private byte[] best(int at, boolean hasAbove) {
        int[] sums = new int[FILTERS];
        for (int i = 0; i < row; i++) {
            int own = samples[at + i] & 0xff;
            int left = i < bands ? 0 : samples[at + i - bands] & 0xff;
            int above = hasAbove ? samples[at + i - row] & 0xff : 0;
            int corner = hasAbove && i >= bands ? samples[at + i - row - bands] & 0xff : 0;
            put(sums, 0, i, own);
            put(sums, 1, i, own - left);
            put(sums, 2, i, own - above);
            put(sums, 3, i, own - (left + above) / 2);
            put(sums, 4, i, own - paeth(left, above, corner));
        }
        int best = 0;
        for (int filter = 1; filter < FILTERS; filter++) {
            best = sums[filter] < sums[best] ? filter : best;
        }
        return tried[best];
    }

    private void put(int[] sums, int filter, int at, int value) {
        tried[filter][at] = (byte) value;
        sums[filter] += Math.abs((byte) value);
    }

    private static int paeth(int left, int above, int corner) {
        int foretold = left + above - corner;
        int byLeft = Math.abs(foretold - left);
        int byAbove = Math.abs(foretold - above);
        int byCorner = Math.abs(foretold - corner);
        return byLeft <= byAbove && byLeft <= byCorner ? left : byAbove <= byCorner ? above : corner;
    }
}
