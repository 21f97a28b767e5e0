package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/**
 * A picture at exactly half its width and height, for {@link Pyramid}. Separable; ten taps with the phase between two pixels, fitted so that
 * the largest deviation is least both below 0.1786 and above 0.3214 cycles a pixel: 0.04 each, half of what Lanczos-3 leaves there with its
 * twelve. What lies between is taken away by the pyramid's last step, which shrinks by 1.4 or more. At the rim the last pixel is repeated; an
 * odd length is rounded up.
 */
final class Halving {

    private static final float[] WEIGHTS = {
        0.0257913f,
        -0.0455816f,
        -0.0749274f,
        0.1409336f,
        0.4537841f,
        0.4537841f,
        0.1409336f,
        -0.0749274f,
        -0.0455816f,
        0.0257913f
    };
    private static final int TAPS = WEIGHTS.length;
    /** Taps before a result's first pixel of two, and pairs of pixels that they reach into. */
    private static final int BEFORE = TAPS / 2 - 1;

    private static final int PAIRS = BEFORE / 2;
    /** Columns of the result that are worked on at once. */
    private static final int STRIPE = 512;

    private final LinearRows source;
    private final int bands;
    private final int width;
    private final PixelSize half;

    private Halving(LinearRows source) {
        this.source = source;
        this.bands = source.bands();
        this.width = source.size().width();
        this.half = new PixelSize((width + 1) / 2, (source.size().height() + 1) / 2);
    }

    static LinearImage of(LinearRows source, int threads) {
        Halving halving = new Halving(source);
        float[] values = new float[Math.toIntExact(halving.half.pixels() * halving.bands)];
        RowBands.each(halving.half.height(), threads, (from, to) -> halving.rows(from, to, values));
        return new LinearImage(halving.half, halving.bands, source.hasAlpha(), values);
    }

    private void rows(int from, int to, float[] values) {
        for (int left = 0; left < half.width(); left += STRIPE) {
            new Stripe(left, Math.min(half.width(), left + STRIPE)).rows(from, to, values);
        }
    }

    /**
     * Some columns of the result, and the rows of the source that they are mixed from: few enough bytes for a near cache. Across, the pixels of
     * even and odd columns are parted first, so that every tap is a plain run of values.
     */
    private final class Stripe {

        private final int left;
        private final int count;
        private final int sourceLeft;
        private final int sourceRight;
        private final float[][] ring;
        private final int[] held = new int[TAPS];
        private final float[] mixed;
        private final float[] even;
        private final float[] odd;
        private final float[] evenTap;
        private final float[] oddTap;
        private final float[] sums;

        Stripe(int left, int right) {
            this.left = left;
            this.count = (right - left) * bands;
            this.sourceLeft = Math.max(0, 2 * left - BEFORE);
            this.sourceRight = Math.min(width, 2 * right + BEFORE);
            this.mixed = new float[(sourceRight - sourceLeft) * bands];
            this.ring = new float[TAPS][mixed.length];
            this.even = new float[count + 2 * PAIRS * bands];
            this.odd = new float[even.length];
            this.evenTap = new float[count];
            this.oddTap = new float[count];
            this.sums = new float[count];
            java.util.Arrays.fill(held, -1);
        }

        void rows(int from, int to, float[] values) {
            int last = source.size().height() - 1;
            float[][] taps = new float[TAPS][];
            for (int y = from; y < to; y++) {
                for (int k = 0; k < TAPS; k++) {
                    int row = Math.max(0, Math.min(last, 2 * y - BEFORE + k));
                    int slot = row % TAPS;
                    if (held[slot] != row) {
                        source.row(row, sourceLeft, sourceRight, ring[slot]);
                        held[slot] = row;
                    }
                    taps[k] = ring[slot];
                }
                down(taps);
                across();
                System.arraycopy(sums, 0, values, (y * half.width() + left) * bands, count);
            }
        }

        private void down(float[][] taps) {
            java.util.Arrays.fill(mixed, 0);
            for (int k = 0; k < TAPS; k += 2) {
                WholeRows.add(taps[k], WEIGHTS[k], taps[k + 1], WEIGHTS[k + 1], mixed);
            }
        }

        private void across() {
            part();
            java.util.Arrays.fill(sums, 0);
            for (int k = 0; k < TAPS; k += 2) {
                int shift = k / 2 * bands;
                System.arraycopy(even, shift, evenTap, 0, count);
                System.arraycopy(odd, shift, oddTap, 0, count);
                WholeRows.add(evenTap, WEIGHTS[k], oddTap, WEIGHTS[k + 1], sums);
            }
        }

        private void part() {
            int pairs = even.length / bands;
            int first = left - PAIRS;
            if (bands != 3) {
                partAny(0, pairs);
                return;
            }
            int from = Math.max(0, -first);
            int to = Math.max(from, Math.min(pairs, width / 2 - first));
            partAny(0, from);
            for (int i = from, to3 = 3 * from; i < to; i++, to3 += 3) {
                int at = (2 * (first + i) - sourceLeft) * 3;
                even[to3] = mixed[at];
                even[to3 + 1] = mixed[at + 1];
                even[to3 + 2] = mixed[at + 2];
                odd[to3] = mixed[at + 3];
                odd[to3 + 1] = mixed[at + 4];
                odd[to3 + 2] = mixed[at + 5];
            }
            partAny(to, pairs);
        }

        /** The same for any bands, and where pairs reach beyond the picture, whose rim is repeated. */
        private void partAny(int from, int to) {
            for (int i = from; i < to; i++) {
                int pixel = 2 * (left - PAIRS + i);
                int first = (Math.max(0, Math.min(width - 1, pixel)) - sourceLeft) * bands;
                int second = (Math.max(0, Math.min(width - 1, pixel + 1)) - sourceLeft) * bands;
                for (int band = 0; band < bands; band++) {
                    even[i * bands + band] = mixed[first + band];
                    odd[i * bands + band] = mixed[second + band];
                }
            }
        }
    }
}
