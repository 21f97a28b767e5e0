package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.RowBands;

/**
 * Structural similarity of two pictures (Wang, Bovik, Sheikh, Simoncelli: Image Quality Assessment: From Error Visibility to Structural
 * Similarity, 2004), with its constants K1 = 0.01 and K2 = 0.03, on lightness, as the mean over windows of 8 × 8 px every 4 px. Both are
 * taken by their encoded values, which must mean the same colours.
 */
public final class Ssim {

    private static final int INKS = 4;
    private static final int BLOCK = 4;
    private static final int WINDOW_PIXELS = 4 * BLOCK * BLOCK;
    private static final double C1 = 0.01 * 0.01;
    private static final double C2 = 0.03 * 0.03;
    /** Sums of one block: of a, b, a², b² and a·b. */
    private static final int SUMS = 5;

    private Ssim() {}

    /**
     * 1 where the pictures are the same, less the more they differ; in theory down to -1.
     *
     * @param a of any depth; alpha counts as lying on middle grey
     * @param b of the same size; both in inks or neither
     * @param threads at most so many work at once
     */
    public static double of(Pixels a, Pixels b, int threads) {
        if (!a.size().equals(b.size()) || (a.colourBands() == INKS) != (b.colourBands() == INKS)) {
            throw new IllegalArgumentException("%s and %s cannot be compared".formatted(a.size(), b.size()));
        }
        int across = Math.max(1, a.size().width() / BLOCK);
        int down = Math.max(1, a.size().height() / BLOCK);
        float[] sums = new float[Math.multiplyExact(across * down, SUMS)];
        Lightness first = Lightness.of(a);
        Lightness second = Lightness.of(b);
        RowBands.each(down, threads, (from, to) -> {
            float[] p = new float[across * BLOCK];
            float[] q = new float[across * BLOCK];
            for (int y = from * BLOCK; y < to * BLOCK; y++) {
                first.row(y, p);
                second.row(y, q);
                add(p, q, sums, y / BLOCK * across * SUMS);
            }
        });
        return mean(sums, across, down);
    }

    /** Adds one row to the sums of its blocks. */
    private static void add(float[] p, float[] q, float[] sums, int start) {
        int at = start;
        for (int x = 0; x < p.length; x += BLOCK) {
            float p0 = p[x];
            float p1 = p[x + 1];
            float p2 = p[x + 2];
            float p3 = p[x + 3];
            float q0 = q[x];
            float q1 = q[x + 1];
            float q2 = q[x + 2];
            float q3 = q[x + 3];
            sums[at] += p0 + p1 + p2 + p3;
            sums[at + 1] += q0 + q1 + q2 + q3;
            sums[at + 2] += p0 * p0 + p1 * p1 + p2 * p2 + p3 * p3;
            sums[at + 3] += q0 * q0 + q1 * q1 + q2 * q2 + q3 * q3;
            sums[at + 4] += p0 * q0 + p1 * q1 + p2 * q2 + p3 * q3;
            at += SUMS;
        }
    }

    /** Windows of two by two blocks, each block in up to four of them; a picture of one block each way is one window. */
    private static double mean(float[] sums, int across, int down) {
        double sum = 0;
        int windows = 0;
        for (int y = 0; y < Math.max(1, down - 1); y++) {
            for (int x = 0; x < Math.max(1, across - 1); x++) {
                int right = Math.min(x + 1, across - 1);
                int below = Math.min(y + 1, down - 1);
                sum += window(
                        sums,
                        (y * across + x) * SUMS,
                        (y * across + right) * SUMS,
                        (below * across + x) * SUMS,
                        (below * across + right) * SUMS);
                windows++;
            }
        }
        return sum / windows;
    }

    private static double window(float[] sums, int a, int b, int c, int d) {
        double[] mean = new double[SUMS];
        for (int i = 0; i < SUMS; i++) {
            mean[i] = ((double) sums[a + i] + sums[b + i] + sums[c + i] + sums[d + i]) / WINDOW_PIXELS;
        }
        double product = mean[0] * mean[1];
        double squares = mean[0] * mean[0] + mean[1] * mean[1];
        double covariance = mean[4] - product;
        double variances = mean[2] + mean[3] - squares;
        return (2 * product + C1) * (2 * covariance + C2) / ((squares + C1) * (variances + C2));
    }

    /** Rows of lightness 0 to 1 of encoded samples. */
    private interface Lightness {

        /** One row; beyond the edges of a picture smaller than a block its last pixels go on. */
        void row(int y, float[] into);

        static Lightness of(Pixels pixels) {
            return pixels.depth() == 8 && pixels.bands() == 3
                    ? (y, into) -> plain(pixels, y, into)
                    : (y, into) -> any(pixels, y, into);
        }
    }

    private static final float RED = 0.2126f;
    private static final float GREEN = 0.7152f;
    private static final float BLUE = 0.0722f;
    private static final float MIDDLE = 0.5f;

    /** Luma with the weights of Rec. 709. */
    private static void plain(Pixels pixels, int y, float[] into) {
        byte[] bytes = pixels.bytes();
        int width = pixels.size().width();
        int at = Math.min(y, pixels.size().height() - 1) * width * 3;
        for (int x = 0; x < into.length; x++) {
            into[x] = ((bytes[at] & 0xff) * RED + (bytes[at + 1] & 0xff) * GREEN + (bytes[at + 2] & 0xff) * BLUE) / 255;
            at += x < width - 1 ? 3 : 0;
        }
    }

    /** Grey as it is, of inks what they leave of paper, and what is clear on middle grey. */
    private static void any(Pixels pixels, int row, float[] into) {
        float full = 1f / (pixels.levels() - 1);
        int y = Math.min(row, pixels.size().height() - 1);
        for (int column = 0; column < into.length; column++) {
            int x = Math.min(column, pixels.size().width() - 1);
            float light = pixels.sample(x, y, 0) * full;
            if (pixels.colourBands() >= 3) {
                light = RED * light + (GREEN * pixels.sample(x, y, 1) + BLUE * pixels.sample(x, y, 2)) * full;
            }
            if (pixels.colourBands() == INKS) {
                light = (1 - light) * (1 - pixels.sample(x, y, 3) * full);
            }
            float alpha = pixels.hasAlpha() ? pixels.sample(x, y, pixels.bands() - 1) * full : 1;
            into[column] = alpha * light + (1 - alpha) * MIDDLE;
        }
    }
}
