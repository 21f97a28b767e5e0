package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;
import java.util.Arrays;

/**
 * A number of 64 bits that is nearly the same for pictures that look nearly the same (C. Zauner, "Implementation and Benchmarking of Perceptual Image
 * Hash Functions", 2010): lightness in 32 × 32 fields, its discrete cosine transform, and of the 8 × 8 lowest frequencies without the mean which lie
 * above their median.
 */
public final class PictureHash {

    private static final int EDGE = 32;
    private static final int LOW = 8;
    private static final int FULL = 255;
    /** Bits apart up to which two pictures count as nearly the same. */
    private static final int NEAR = 3;

    private PictureHash() {}

    /** Whether two hashes are of pictures that look nearly the same; 0 is that of a picture without anything on it, and like no other. */
    public static boolean near(long one, long other) {
        return one != 0 && other != 0 && Long.bitCount(one ^ other) <= NEAR;
    }

    /**
     * The hash; 0 where nothing is on the picture.
     *
     * @param picture sRGB or grey, 8 bits; what is clear counts as white
     */
    static long of(Pixels picture) {
        float[] fields = fields(picture);
        double[] low = new double[LOW * LOW];
        for (int v = 0; v < LOW; v++) {
            for (int u = 0; u < LOW; u++) {
                double sum = 0;
                for (int y = 0; y < EDGE; y++) {
                    double down = Math.cos((2 * y + 1) * (v + 0.0) * Math.PI / (2 * EDGE));
                    for (int x = 0; x < EDGE; x++) {
                        sum += fields[y * EDGE + x] * down * Math.cos((2 * x + 1) * u * Math.PI / (2 * EDGE));
                    }
                }
                low[v * LOW + u] = sum;
            }
        }
        low[0] = 0;
        double[] sorted = low.clone();
        Arrays.sort(sorted);
        double median = (sorted[sorted.length / 2 - 1] + sorted[sorted.length / 2]) / 2;
        double most = Math.max(-sorted[0], sorted[sorted.length - 1]);
        if (most < EDGE) {
            return 0; // flat but for noise
        }
        long hash = 0;
        for (int i = 0; i < low.length; i++) {
            hash = hash << 1 | (low[i] > median ? 1 : 0);
        }
        return hash;
    }

    private static float[] fields(Pixels picture) {
        int width = picture.size().width();
        int height = picture.size().height();
        int bands = picture.bands();
        int colours = picture.colourBands();
        byte[] samples = picture.bytes();
        float[] fields = new float[EDGE * EDGE];
        for (int y = 0; y < EDGE; y++) {
            int top = y * height / EDGE;
            int bottom = Math.max(top + 1, (y + 1) * height / EDGE);
            for (int x = 0; x < EDGE; x++) {
                int left = x * width / EDGE;
                int right = Math.max(left + 1, (x + 1) * width / EDGE);
                double sum = 0;
                for (int row = top; row < bottom; row++) {
                    for (int column = left; column < right; column++) {
                        int at = (row * width + column) * bands;
                        int grey = samples[at] & 0xff;
                        if (colours == 3) {
                            grey = (2 * grey + 5 * (samples[at + 1] & 0xff) + (samples[at + 2] & 0xff)) / 8;
                        }
                        int alpha = picture.hasAlpha() ? samples[at + bands - 1] & 0xff : FULL;
                        sum += (grey * alpha + FULL * (FULL - alpha)) / (double) FULL;
                    }
                }
                fields[y * EDGE + x] = (float) (sum / ((bottom - top) * (right - left)));
            }
        }
        return fields;
    }
}
