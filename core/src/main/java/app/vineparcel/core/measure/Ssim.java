package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.RowBands;
import java.util.Arrays;

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
            Columns columns = new Columns(across * BLOCK);
            for (int block = from; block < to; block++) {
                columns.clear();
                for (int y = block * BLOCK; y < (block + 1) * BLOCK; y++) {
                    columns.add(first, second, y);
                }
                columns.into(sums, block * across * SUMS);
            }
        });
        return mean(sums, across, down, threads);
    }

    /** The sums of every column of a row of blocks: whole rows are added to them at once, which machines do several samples at a time. */
    private static final class Columns {

        private final float[] p;
        private final float[] q;
        private final float[][] sums;

        Columns(int width) {
            p = new float[width];
            q = new float[width];
            sums = new float[SUMS][width];
        }

        void clear() {
            for (float[] one : sums) {
                Arrays.fill(one, 0);
            }
        }

        void add(Lightness first, Lightness second, int y) {
            first.row(y, p);
            second.row(y, q);
            plus(sums[0], p);
            plus(sums[1], q);
            plus(sums[2], p, p);
            plus(sums[3], q, q);
            plus(sums[4], p, q);
        }

        private static void plus(float[] sum, float[] a) {
            for (int x = 0; x < sum.length; x++) {
                sum[x] += a[x];
            }
        }

        private static void plus(float[] sum, float[] a, float[] b) {
            for (int x = 0; x < sum.length; x++) {
                sum[x] += a[x] * b[x];
            }
        }

        /** The columns of each block together. */
        void into(float[] blocks, int start) {
            for (int sum = 0; sum < SUMS; sum++) {
                float[] of = sums[sum];
                int at = start + sum;
                for (int x = 0; x < of.length; x += BLOCK) {
                    blocks[at] = of[x] + of[x + 1] + of[x + 2] + of[x + 3];
                    at += SUMS;
                }
            }
        }
    }

    /** Windows of two by two blocks, each block in up to four of them; a picture of one block each way is one window. */
    private static double mean(float[] sums, int across, int down, int threads) {
        int rows = Math.max(1, down - 1);
        int columns = Math.max(1, across - 1);
        double[] ofRows = new double[rows]; // added up in one order, however many threads there were
        RowBands.each(rows, threads, (from, to) -> {
            for (int y = from; y < to; y++) {
                int below = Math.min(y + 1, down - 1);
                double sum = 0;
                for (int x = 0; x < columns; x++) {
                    int right = Math.min(x + 1, across - 1);
                    sum += window(
                            sums,
                            (y * across + x) * SUMS,
                            (y * across + right) * SUMS,
                            (below * across + x) * SUMS,
                            (below * across + right) * SUMS);
                }
                ofRows[y] = sum;
            }
        });
        return Arrays.stream(ofRows).sum() / ((double) rows * columns);
    }

    private static double window(float[] sums, int a, int b, int c, int d) {
        double one = mean(sums, a, b, c, d);
        double other = mean(sums, a + 1, b + 1, c + 1, d + 1);
        double product = one * other;
        double squares = one * one + other * other;
        double covariance = mean(sums, a + 4, b + 4, c + 4, d + 4) - product;
        double variances = mean(sums, a + 2, b + 2, c + 2, d + 2) + mean(sums, a + 3, b + 3, c + 3, d + 3) - squares;
        return (2 * product + C1) * (2 * covariance + C2) / ((squares + C1) * (variances + C2));
    }

    private static double mean(float[] sums, int a, int b, int c, int d) {
        return ((double) sums[a] + sums[b] + sums[c] + sums[d]) / WINDOW_PIXELS;
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
        int width = Math.min(into.length, pixels.size().width());
        int at = Math.min(y, pixels.size().height() - 1) * pixels.size().width() * 3;
        for (int x = 0; x < width; x++, at += 3) {
            into[x] = (bytes[at] & 0xff) * (RED / 255)
                    + (bytes[at + 1] & 0xff) * (GREEN / 255)
                    + (bytes[at + 2] & 0xff) * (BLUE / 255);
        }
        Arrays.fill(into, width, into.length, into[width - 1]);
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
