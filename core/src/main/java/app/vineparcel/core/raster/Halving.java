package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;

/**
 * A picture at exactly half its width and height, for {@link Pyramid}. Separable; ten taps with the phase between two pixels, fitted so that
 * the largest deviation is least both below 0.1786 and above 0.3214 cycles a pixel: 0.04 each, half of what Lanczos-3 leaves there with its
 * twelve. What lies between is taken away by the pyramid's last step, which shrinks by 1.4 or more. At the rim the last pixel is repeated; an
 * odd length is rounded up.
 */
final class Halving {

    /** Of the taps from the outermost to the middle; the other half is their mirror image. */
    private static final float[] WEIGHTS = {0.0257913f, -0.0455816f, -0.0749274f, 0.1409336f, 0.4537841f};

    static final int TAPS = 2 * WEIGHTS.length;
    /** Taps before a result's first pixel of two. */
    private static final int BEFORE = TAPS / 2 - 1;

    /** Pairs of columns that the taps of one result reach beyond its own. */
    private static final int REACH = TAPS / 2 - 1;

    /** Columns of the result that are worked on at once: few enough bytes for a near cache. */
    private static final int STRIPE = 512;

    private final int bands;
    private final int width;
    private final int height;

    /**
     * The filter for a picture.
     *
     * @param size of the picture that is halved
     */
    Halving(PixelSize size, int bands) {
        this.bands = bands;
        this.width = size.width();
        this.height = size.height();
    }

    static LinearImage of(LinearRows source, int threads) {
        Halving halving = new Halving(source.size(), source.bands());
        PixelSize half = half(source.size());
        float[][] rows = LinearImage.rows(half, halving.bands);
        RowBands.each(half.height(), threads, (from, to) -> halving.stripes(source)
                .forEach(stripe -> stripe.rows(from, to, y -> rows[y])));
        return new LinearImage(half, halving.bands, source.hasAlpha(), rows);
    }

    /** The whole result in columns that are few enough for a near cache. Used by one thread, for rows from the top. */
    List<Stripe> stripes(LinearRows source) {
        int half = half(source.size()).width();
        List<Stripe> stripes = new ArrayList<>();
        for (int left = 0; left < half; left += STRIPE) {
            stripes.add(new Stripe(source, left, Math.min(half, left + STRIPE)));
        }
        return stripes;
    }

    /** An odd length is rounded up. */
    static PixelSize half(PixelSize size) {
        return new PixelSize((size.width() + 1) / 2, (size.height() + 1) / 2);
    }

    /** Some columns of the result, and the rows of the source that they are mixed from, each worked out once. */
    final class Stripe {

        private final LinearRows source;
        private final int origin;
        private final Columns columns;
        private final float[][] ring;
        private final int[] held;

        private Stripe(LinearRows source, int left, int right) {
            this.source = source;
            this.origin = source.isHeld() ? 0 : Math.max(0, 2 * left - BEFORE);
            this.columns = columns(left, right, origin);
            this.ring = new float[source.isHeld() ? 0 : TAPS][columns.toValue];
            this.held = new int[ring.length];
            Arrays.fill(held, -1);
        }

        /**
         * Some rows of the result.
         *
         * @param into where each of them goes
         */
        void rows(int from, int to, IntFunction<float[]> into) {
            for (int y = from; y < to; y++) {
                columns.row(y, this::row, into.apply(y));
            }
        }

        private float[] row(int y) {
            if (source.isHeld()) {
                return source.whole(y, columns.mixed);
            }
            int slot = y % TAPS;
            if (held[slot] != y) {
                source.row(y, origin, origin + columns.toValue / bands, ring[slot]);
                held[slot] = y;
            }
            return ring[slot];
        }
    }

    /** Behind the last row of the picture that a row of the result needs. */
    int endRow(int y) {
        return Math.min(height - 1, 2 * y - BEFORE + TAPS - 1) + 1;
    }

    /**
     * Some columns of the result.
     *
     * @param origin the picture's column that stands at the start of the rows that will be given
     */
    Columns columns(int left, int right, int origin) {
        return new Columns(left, right, origin);
    }

    /** Works out rows of the result within some columns. Used by one thread. */
    final class Columns {

        private final int left;
        private final int right;
        private final int origin;
        /** Which of the rows' values are used. */
        private final int fromValue;

        private final int toValue;
        private final float[][] taps = new float[TAPS][];
        private final float[] mixed;
        private final float[] even;
        private final float[] odd;
        private final float[] evenMoved;
        private final float[] oddMoved;
        private final float[] sums;

        private Columns(int left, int right, int origin) {
            this.left = left;
            this.right = right;
            this.origin = origin;
            this.fromValue = (Math.max(0, 2 * left - BEFORE) - origin) * bands;
            this.toValue = (Math.min(width, 2 * right + BEFORE) - origin) * bands;
            this.mixed = new float[toValue];
            int pairs = (right - left + REACH) * bands;
            this.even = new float[pairs];
            this.odd = new float[pairs];
            this.evenMoved = new float[pairs];
            this.oddMoved = new float[pairs];
            this.sums = new float[pairs];
        }

        /**
         * One row.
         *
         * @param rows the picture's, by their numbers
         * @param into a whole row of the result
         */
        void row(int y, IntFunction<float[]> rows, float[] into) {
            for (int k = 0; k < TAPS; k++) {
                taps[k] = rows.apply(Math.max(0, Math.min(height - 1, 2 * y - BEFORE + k)));
            }
            WholeRows.putPair(taps[0], taps[TAPS - 1], WEIGHTS[0], mixed, fromValue, toValue);
            for (int k = 1; k < WEIGHTS.length; k++) {
                WholeRows.addPair(taps[k], taps[TAPS - 1 - k], WEIGHTS[k], mixed, fromValue, toValue);
            }
            across(into);
        }

        private void across(float[] into) {
            int inner = Math.max(left, Math.min(right, (BEFORE + 1) / 2));
            int outer = Math.max(inner, Math.min(right, (width - TAPS + BEFORE) / 2 + 1));
            acrossRim(left, inner, into);
            if (inner < outer) {
                acrossInner(inner, outer, into);
            }
            acrossRim(outer, right, into);
        }

        /** The plain loop: where the filter reaches beyond the picture, the rim is repeated. */
        void acrossRim(int from, int to, float[] into) {
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

        /**
         * The same away from the rim: bit for bit what {@link #acrossRim} gives. Pixels of even and of odd columns stand apart here, so that a tap and its
         * mirror image are whole rows of them, moved to stand under the results ({@link WholeRows}).
         */
        void acrossInner(int from, int to, float[] into) {
            int count = (to - from) * bands;
            split((2 * from - BEFORE - origin) * bands, to - from + REACH);
            for (int k = 0; k < WEIGHTS.length; k++) {
                // the tap before the middle and its mirror image behind it, one in an even and one in an odd column
                int first = k / 2;
                int second = (TAPS - 1 - k) / 2;
                System.arraycopy(even, (k % 2 == 0 ? first : second) * bands, evenMoved, 0, count);
                System.arraycopy(odd, (k % 2 == 0 ? second : first) * bands, oddMoved, 0, count);
                if (k == 0) {
                    WholeRows.putPair(evenMoved, oddMoved, WEIGHTS[k], sums, 0, count);
                } else {
                    WholeRows.addPair(evenMoved, oddMoved, WEIGHTS[k], sums, 0, count);
                }
            }
            System.arraycopy(sums, 0, into, from * bands, count);
        }

        /** Columns by turns to the one and to the other, so many pairs of them. */
        private void split(int start, int pairs) {
            float[] row = mixed;
            int b = bands;
            if (b == 3) {
                for (int i = 0, at = start; i < 3 * pairs; i += 3, at += 6) {
                    even[i] = row[at];
                    even[i + 1] = row[at + 1];
                    even[i + 2] = row[at + 2];
                    odd[i] = row[at + 3];
                    odd[i + 1] = row[at + 4];
                    odd[i + 2] = row[at + 5];
                }
                return;
            }
            for (int i = 0, at = start; i < b * pairs; i += b, at += 2 * b) {
                for (int band = 0; band < b; band++) {
                    even[i + band] = row[at + band];
                    odd[i + band] = row[at + b + band];
                }
            }
        }
    }
}
