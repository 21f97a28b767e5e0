package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;

/**
 * How many bits a pixel a picture takes when blocks of 8 × 8 px are coded by their frequencies, as JPEG does (ITU-T T.81): the discrete cosine
 * transform of Y and of Cb and Cr at half the size each way, quantised by the tables of the standard's Annex K as the Independent JPEG Group scales
 * them, runs of zeros and magnitudes counted, and each symbol charged with its entropy (Shannon 1948), which tables made to measure come within a few
 * percent of.
 */
final class BlockCost {

    private static final int EDGE = 8;
    private static final int BLOCK = EDGE * EDGE;
    private static final int SYMBOLS = 256;
    private static final int RUN = 16;
    private static final int LONGEST_RUN = 15;
    private static final int MIDDLE_GREY = 128;
    private static final int BEST = 50;

    /** Annex K.1: luminance, in rows. */
    private static final int[] LUMA = {
        16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56, 14, 17, 22, 29,
        51, 87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113, 92, 49, 64, 78, 87, 103, 121,
        120, 101, 72, 92, 95, 98, 112, 100, 103, 99
    };
    /** Annex K.2: chrominance, in rows. */
    private static final int[] CHROMA = {
        17, 18, 24, 47, 99, 99, 99, 99, 18, 21, 26, 66, 99, 99, 99, 99, 24, 26, 56, 99, 99, 99, 99, 99, 47, 66, 99, 99,
        99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99, 99,
        99, 99, 99, 99, 99, 99, 99, 99
    };

    private static final int[] ZIGZAG = {
        0, 1, 8, 16, 9, 2, 3, 10, 17, 24, 32, 25, 18, 11, 4, 5, 12, 19, 26, 33, 40, 48, 41, 34, 27, 20, 13, 6, 7, 14,
        21, 28, 35, 42, 49, 56, 57, 50, 43, 36, 29, 22, 15, 23, 30, 37, 44, 51, 58, 59, 52, 45, 38, 31, 39, 46, 53, 60,
        61, 54, 47, 55, 62, 63
    };
    private static final float[] COSINES = cosines();

    private final int[] qualities;
    private final double[] bits;

    private BlockCost(int[] qualities) {
        this.qualities = qualities;
        this.bits = new double[qualities.length];
    }

    /**
     * Bits a pixel at each of these qualities.
     *
     * @param picture sRGB or grey, 8 bits, without alpha
     * @param qualities 1 to 100, on the scale of the Independent JPEG Group
     */
    static double[] of(Pixels picture, int... qualities) {
        BlockCost cost = new BlockCost(qualities);
        int width = picture.size().width();
        int height = picture.size().height();
        boolean grey = picture.colourBands() == 1;
        float[][] planes = planes(picture);
        cost.add(planes[0], width, height, LUMA);
        if (!grey) {
            int halfWidth = (width + 1) / 2;
            int halfHeight = (height + 1) / 2;
            cost.add(halved(planes[1], width, height), halfWidth, halfHeight, CHROMA);
            cost.add(halved(planes[2], width, height), halfWidth, halfHeight, CHROMA);
        }
        for (int i = 0; i < cost.bits.length; i++) {
            cost.bits[i] /= picture.size().pixels();
        }
        return cost.bits;
    }

    private static float[][] planes(Pixels picture) {
        byte[] samples = picture.bytes();
        int bands = picture.bands();
        int count = samples.length / bands;
        float[][] planes = new float[bands == 1 ? 1 : 3][count];
        for (int i = 0; i < count; i++) {
            int r = samples[i * bands] & 0xff;
            if (bands == 1) {
                planes[0][i] = r - MIDDLE_GREY;
                continue;
            }
            int g = samples[i * bands + 1] & 0xff;
            int b = samples[i * bands + 2] & 0xff;
            planes[0][i] = 0.299f * r + 0.587f * g + 0.114f * b - MIDDLE_GREY;
            planes[1][i] = -0.168736f * r - 0.331264f * g + 0.5f * b;
            planes[2][i] = 0.5f * r - 0.418688f * g - 0.081312f * b;
        }
        return planes;
    }

    private static float[] halved(float[] plane, int width, int height) {
        int across = (width + 1) / 2;
        int down = (height + 1) / 2;
        float[] half = new float[across * down];
        for (int y = 0; y < down; y++) {
            int upper = 2 * y * width;
            int lower = Math.min(height - 1, 2 * y + 1) * width;
            for (int x = 0; x < across; x++) {
                int right = Math.min(width - 1, 2 * x + 1);
                half[y * across + x] =
                        (plane[upper + 2 * x] + plane[upper + right] + plane[lower + 2 * x] + plane[lower + right]) / 4;
            }
        }
        return half;
    }

    private void add(float[] plane, int width, int height, int[] table) {
        float[][] steps = new float[qualities.length][];
        for (int q = 0; q < qualities.length; q++) {
            steps[q] = steps(table, qualities[q]);
        }
        long[][] direct = new long[qualities.length][SYMBOLS];
        long[][] alternating = new long[qualities.length][SYMBOLS];
        int[] before = new int[qualities.length];
        float[] block = new float[BLOCK];
        float[] half = new float[BLOCK];
        for (int top = 0; top < height; top += EDGE) {
            for (int left = 0; left < width; left += EDGE) {
                transform(plane, width, height, left, top, block, half);
                for (int q = 0; q < qualities.length; q++) {
                    before[q] = count(block, steps[q], before[q], direct[q], alternating[q]);
                }
            }
        }
        for (int q = 0; q < qualities.length; q++) {
            bits[q] += entropy(direct[q], true) + entropy(alternating[q], false);
        }
    }

    /** One over each step of the quantiser, in zigzag order. */
    private static float[] steps(int[] table, int quality) {
        int scale = quality < BEST ? 5000 / quality : 200 - 2 * quality;
        float[] steps = new float[BLOCK];
        for (int i = 0; i < BLOCK; i++) {
            steps[i] = 1f / Math.max(1, Math.min(255, (table[ZIGZAG[i]] * scale + 50) / 100));
        }
        return steps;
    }

    private static void transform(
            float[] plane, int width, int height, int left, int top, float[] block, float[] half) {
        for (int y = 0; y < EDGE; y++) {
            int row = Math.min(height - 1, top + y) * width;
            for (int u = 0; u < EDGE; u++) {
                float sum = 0;
                for (int x = 0; x < EDGE; x++) {
                    sum += plane[row + Math.min(width - 1, left + x)] * COSINES[u * EDGE + x];
                }
                half[y * EDGE + u] = sum;
            }
        }
        for (int u = 0; u < EDGE; u++) {
            for (int v = 0; v < EDGE; v++) {
                float sum = 0;
                for (int y = 0; y < EDGE; y++) {
                    sum += half[y * EDGE + u] * COSINES[v * EDGE + y];
                }
                block[v * EDGE + u] = sum;
            }
        }
    }

    private static float[] cosines() {
        float[] cosines = new float[BLOCK];
        for (int u = 0; u < EDGE; u++) {
            for (int x = 0; x < EDGE; x++) {
                double scale = u == 0 ? Math.sqrt(1.0 / EDGE) : Math.sqrt(2.0 / EDGE);
                cosines[u * EDGE + x] = (float) (scale * Math.cos((2 * x + 1) * u * Math.PI / (2 * EDGE)));
            }
        }
        return cosines;
    }

    /** Counts the symbols of a block; gives its quantised mean, from which the next one's differs. */
    private static int count(float[] block, float[] steps, int before, long[] direct, long[] alternating) {
        int mean = Math.round(block[0] * steps[0]);
        direct[magnitude(mean - before)]++;
        int zeros = 0;
        for (int i = 1; i < BLOCK; i++) {
            float exact = block[ZIGZAG[i]] * steps[i];
            if (exact > -0.5f && exact < 0.5f) {
                zeros++;
                continue;
            }
            while (zeros > LONGEST_RUN) {
                alternating[LONGEST_RUN * RUN]++;
                zeros -= LONGEST_RUN + 1;
            }
            alternating[zeros * RUN + magnitude(Math.round(exact))]++;
            zeros = 0;
        }
        if (zeros > 0) {
            alternating[0]++;
        }
        return mean;
    }

    private static int magnitude(int value) {
        return Integer.SIZE - Integer.numberOfLeadingZeros(Math.abs(value));
    }

    /** Bits of all symbols, with those that tell which value of a magnitude is meant. */
    private static double entropy(long[] symbols, boolean direct) {
        long all = 0;
        for (long count : symbols) {
            all += count;
        }
        double bits = 0;
        for (int symbol = 0; symbol < SYMBOLS; symbol++) {
            if (symbols[symbol] > 0) {
                double own = Math.log((double) all / symbols[symbol]) / Math.log(2);
                bits += symbols[symbol] * (own + (direct ? symbol : symbol % RUN));
            }
        }
        return bits;
    }
}
