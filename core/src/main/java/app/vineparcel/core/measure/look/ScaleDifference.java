package app.vineparcel.core.measure.look;

import app.vineparcel.core.raster.RowBands;

/**
 * How far two pictures are apart at one scale: by local structure, by edges that were added and by edges that were lost, each as its mean and
 * as the fourth root of the mean of fourth powers, which weighs the worst places.
 */
final class ScaleDifference {

    /** For each channel: of structure, of added and of lost edges, the mean and the norm. */
    static final int VALUES = 6;

    /** Rows that are converted at once. */
    private static final int BAND = 64;

    private static final float C2 = 0.0009f;

    private final SeenLight original;
    private final SeenLight other;
    private final int width;
    private final int height;

    private ScaleDifference(SeenLight original, SeenLight other) {
        this.original = original;
        this.other = other;
        this.width = original.size().width();
        this.height = original.size().height();
    }

    /** For channel c from {@code c * VALUES} on: structure's mean and norm, added edges' mean and norm, lost edges' mean and norm. */
    static double[] of(SeenLight original, SeenLight other, int threads) {
        return new ScaleDifference(original, other).measure(threads);
    }

    private double[] measure(int threads) {
        int bands = (height + BAND - 1) / BAND;
        double[][] sums = new double[bands][]; // added up in one order, however many threads there were
        RowBands.each(bands, threads, 1, (from, to) -> {
            OpponentRows first = new OpponentRows(width, BAND + 2 * Blur.RADIUS);
            OpponentRows second = new OpponentRows(width, BAND + 2 * Blur.RADIUS);
            for (int band = from; band < to; band++) {
                int top = band * BAND;
                int rows = Math.min(BAND, height - top);
                first.fill(original, top - Blur.RADIUS, rows + 2 * Blur.RADIUS);
                second.fill(other, top - Blur.RADIUS, rows + 2 * Blur.RADIUS);
                sums[band] = sums(first, second, rows);
            }
        });
        double[] result = new double[OpponentRows.CHANNELS * VALUES];
        for (double[] band : sums) {
            for (int i = 0; i < result.length; i++) {
                result[i] += band[i];
            }
        }
        double pixels = (double) width * height;
        for (int i = 0; i < result.length; i++) {
            result[i] = i % 2 == 0 ? result[i] / pixels : Math.sqrt(Math.sqrt(result[i] / pixels));
        }
        return result;
    }

    private double[] sums(OpponentRows first, OpponentRows second, int rows) {
        double[] sums = new double[OpponentRows.CHANNELS * VALUES];
        Plane plane = new Plane(width, rows);
        for (int channel = 0; channel < OpponentRows.CHANNELS; channel++) {
            plane.addTo(sums, channel * VALUES, first.plane(channel), second.plane(channel));
        }
        return sums;
    }

    /** One channel of both pictures. Its loops are small and alike, since machines then do several samples at a time. */
    private static final class Plane {
        private final int rows;
        private final Blur blur;
        private final float[][] squares;
        private final float[][] products;
        private final float[] meanA;
        private final float[] meanB;
        private final float[] meanSquares;
        private final float[] meanProducts;
        private final float[] unlike;
        private final float[] edge;

        Plane(int width, int rows) {
            this.rows = rows;
            this.blur = new Blur(width);
            this.squares = new float[rows + 2 * Blur.RADIUS][width];
            this.products = new float[rows + 2 * Blur.RADIUS][width];
            this.meanA = new float[width];
            this.meanB = new float[width];
            this.meanSquares = new float[width];
            this.meanProducts = new float[width];
            this.unlike = new float[width];
            this.edge = new float[width];
        }

        void addTo(double[] sums, int into, float[][] a, float[][] b) {
            for (int row = 0; row < squares.length; row++) {
                squares(squares[row], a[row], b[row]);
                products(products[row], a[row], b[row]);
            }
            for (int row = 0; row < rows; row++) {
                int middle = row + Blur.RADIUS;
                blur.of(a, middle, meanA);
                blur.of(b, middle, meanB);
                blur.of(squares, middle, meanSquares);
                blur.of(products, middle, meanProducts);
                unlike(unlike, meanA, meanB, meanSquares, meanProducts);
                edges(edge, a[middle], b[middle], meanA, meanB);
                add(sums, into, unlike);
                addEdges(sums, into + 2, edge);
            }
        }

        private static void squares(float[] into, float[] a, float[] b) {
            for (int x = 0; x < into.length; x++) {
                into[x] = a[x] * a[x] + b[x] * b[x];
            }
        }

        private static void products(float[] into, float[] a, float[] b) {
            for (int x = 0; x < into.length; x++) {
                into[x] = a[x] * b[x];
            }
        }

        /** 1 less the structural similarity, where that is not more. */
        private static void unlike(float[] into, float[] a, float[] b, float[] squares, float[] products) {
            for (int x = 0; x < into.length; x++) {
                float apart = a[x] - b[x];
                float both = a[x] * b[x];
                into[x] = Math.max(
                        0,
                        1
                                - (1 - apart * apart)
                                        * (2 * (products[x] - both) + C2)
                                        / (squares[x] - (a[x] * a[x] + b[x] * b[x]) + C2));
            }
        }

        /** How much further the second picture is from its local mean, as a share; below 0 where it is nearer. */
        private static void edges(float[] into, float[] a, float[] b, float[] meanA, float[] meanB) {
            for (int x = 0; x < into.length; x++) {
                into[x] = (1 + Math.abs(b[x] - meanB[x])) / (1 + Math.abs(a[x] - meanA[x])) - 1;
            }
        }

        private static void add(double[] sums, int into, float[] values) {
            double sum = 0;
            double fourth = 0;
            for (float value : values) {
                double square = (double) value * value;
                sum += value;
                fourth += square * square;
            }
            sums[into] += sum;
            sums[into + 1] += fourth;
        }

        private static void addEdges(double[] sums, int into, float[] values) {
            double added = 0;
            double added4 = 0;
            double both = 0;
            double both4 = 0;
            for (float value : values) {
                double more = Math.max(0, value);
                double square = more * more;
                added += more;
                added4 += square * square;
                square = (double) value * value;
                both += value;
                both4 += square * square;
            }
            sums[into] += added;
            sums[into + 1] += added4;
            sums[into + 2] += added - both;
            sums[into + 3] += Math.max(0, both4 - added4);
        }
    }
}
