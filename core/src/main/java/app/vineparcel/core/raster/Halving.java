package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/**
 * A picture at exactly half its width and height, for {@link Pyramid}. Separable; ten taps with the phase between two pixels, fitted so that
 * the largest deviation is least both below 0.1786 and above 0.3214 cycles a pixel: 0.04 each, half of what Lanczos-3 leaves there with its
 * twelve. What lies between is taken away by the pyramid's last step, which shrinks by 1.4 or more. At the rim the last pixel is repeated; an
 * odd length is rounded up.
 */
final class Halving {

    /** Of the taps from the outermost to the middle; the other half is their mirror image. */
    private static final float[] WEIGHTS = {0.0257913f, -0.0455816f, -0.0749274f, 0.1409336f, 0.4537841f};

    private static final int TAPS = 2 * WEIGHTS.length;
    /** Taps before a result's first pixel of two. */
    private static final int BEFORE = TAPS / 2 - 1;

    /** Columns of the result that are worked on at once: few enough bytes for a near cache. */
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
        float[][] rows = LinearImage.rows(halving.half, halving.bands);
        RowBands.each(halving.half.height(), threads, (from, to) -> halving.rows(from, to, rows));
        return new LinearImage(halving.half, halving.bands, source.hasAlpha(), rows);
    }

    private void rows(int from, int to, float[][] rows) {
        for (int left = 0; left < half.width(); left += STRIPE) {
            new Stripe(left, Math.min(half.width(), left + STRIPE)).rows(from, to, rows);
        }
    }

    /** Some columns of the result, and the rows of the source that they are mixed from. */
    private final class Stripe {

        private final int left;
        private final int right;
        /** The source's column that stands at the start of a row of taps, and which of them are used, in values. */
        private final int origin;

        private final int fromValue;
        private final int toValue;
        private final float[][] ring;
        private final int[] held = new int[TAPS];
        private final float[][] taps = new float[TAPS][];
        private final float[] mixed;

        Stripe(int left, int right) {
            this.left = left;
            this.right = right;
            int sourceLeft = Math.max(0, 2 * left - BEFORE);
            int sourceRight = Math.min(width, 2 * right + BEFORE);
            this.origin = source.isHeld() ? 0 : sourceLeft;
            this.fromValue = (sourceLeft - origin) * bands;
            this.toValue = (sourceRight - origin) * bands;
            this.mixed = new float[toValue];
            this.ring = new float[source.isHeld() ? 0 : TAPS][toValue];
            java.util.Arrays.fill(held, -1);
        }

        void rows(int from, int to, float[][] rows) {
            for (int y = from; y < to; y++) {
                load(y);
                WholeRows.putPair(taps[0], taps[TAPS - 1], WEIGHTS[0], mixed, fromValue, toValue);
                for (int k = 1; k < WEIGHTS.length; k++) {
                    WholeRows.addPair(taps[k], taps[TAPS - 1 - k], WEIGHTS[k], mixed, fromValue, toValue);
                }
                across(rows[y]);
            }
        }

        private void load(int y) {
            int last = source.size().height() - 1;
            for (int k = 0; k < TAPS; k++) {
                int row = Math.max(0, Math.min(last, 2 * y - BEFORE + k));
                if (source.isHeld()) {
                    taps[k] = source.whole(row, mixed);
                    continue;
                }
                int slot = row % TAPS;
                if (held[slot] != row) {
                    source.row(row, origin, origin + toValue / bands, ring[slot]);
                    held[slot] = row;
                }
                taps[k] = ring[slot];
            }
        }

        private void across(float[] into) {
            int inner = Math.max(left, Math.min(right, (BEFORE + 1) / 2));
            int outer = Math.max(inner, Math.min(right, (width - TAPS + BEFORE) / 2 + 1));
            if (bands == 3) {
                acrossAny(left, inner, into);
                across3(inner, outer, into);
                acrossAny(outer, right, into);
            } else {
                acrossAny(left, right, into);
            }
        }

        /** Any bands; where the filter reaches beyond the picture, the rim is repeated. */
        private void acrossAny(int from, int to, float[] into) {
            for (int x = from; x < to; x++) {
                for (int band = 0; band < bands; band++) {
                    float sum = 0;
                    for (int k = 0; k < WEIGHTS.length; k++) {
                        int before = Math.max(0, Math.min(width - 1, 2 * x - BEFORE + k)) - origin;
                        int behind = Math.max(0, Math.min(width - 1, 2 * x - BEFORE + TAPS - 1 - k)) - origin;
                        sum += (mixed[before * bands + band] + mixed[behind * bands + band]) * WEIGHTS[k];
                    }
                    into[x * bands + band] = sum;
                }
            }
        }

        /** The same for three bands, away from the rim. */
        private void across3(int from, int to, float[] into) {
            float[] row = mixed;
            float w0 = WEIGHTS[0];
            float w1 = WEIGHTS[1];
            float w2 = WEIGHTS[2];
            float w3 = WEIGHTS[3];
            float w4 = WEIGHTS[4];
            for (int x = from; x < to; x++) {
                int at = (2 * x - BEFORE - origin) * 3;
                into[3 * x] = (row[at] + row[at + 27]) * w0
                        + (row[at + 3] + row[at + 24]) * w1
                        + (row[at + 6] + row[at + 21]) * w2
                        + (row[at + 9] + row[at + 18]) * w3
                        + (row[at + 12] + row[at + 15]) * w4;
                into[3 * x + 1] = (row[at + 1] + row[at + 28]) * w0
                        + (row[at + 4] + row[at + 25]) * w1
                        + (row[at + 7] + row[at + 22]) * w2
                        + (row[at + 10] + row[at + 19]) * w3
                        + (row[at + 13] + row[at + 16]) * w4;
                into[3 * x + 2] = (row[at + 2] + row[at + 29]) * w0
                        + (row[at + 5] + row[at + 26]) * w1
                        + (row[at + 8] + row[at + 23]) * w2
                        + (row[at + 11] + row[at + 20]) * w3
                        + (row[at + 14] + row[at + 17]) * w4;
            }
        }
    }
}
