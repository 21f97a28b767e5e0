package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import java.util.function.IntFunction;

/**
 * Resamples linear light: separable, columns first. Smaller by Lanczos-3, larger by a filter without visible overshoot. The
 * centre of a box maps to the centre of the picture: nothing shifts.
 *
 * <p>Columns go first because mixing whole rows is the work that a processor does many values at a time; each source row is
 * asked for once a band of threads and kept only as long as the filter reaches.
 */
public final class Resampler {

    /** Bytes of source rows that are held at once. */
    private static final int NEAR_CACHE = 192 * 1024;

    private final int bands;
    private final PixelSize target;
    private final Taps across;
    private final Taps down;

    /**
     * The filter for the shown part of a picture at another size.
     *
     * @param size of the picture
     * @param crop the part, in px of the picture; may lie between pixels
     */
    Resampler(PixelSize size, int bands, Box crop, PixelSize target) {
        this.bands = bands;
        this.target = target;
        this.across = Taps.of(size.width(), crop.x(), crop.width(), target.width());
        this.down = Taps.of(size.height(), crop.y(), crop.height(), target.height());
    }

    /**
     * The shown part of a picture at another size.
     *
     * @param crop the part, in px of the source; may lie between pixels
     * @param threads how many threads may share the work
     */
    public static LinearImage resample(LinearRows source, Box crop, PixelSize target, int threads) {
        Resampler resampler = new Resampler(source.size(), source.bands(), crop, target);
        float[][] rows = LinearImage.rows(target, source.bands());
        RowBands.each(target.height(), threads, (from, to) -> resampler.rows(source, from, to, rows));
        return new LinearImage(target, source.bands(), source.hasAlpha(), rows);
    }

    private void rows(LinearRows source, int from, int to, float[][] rows) {
        int columns = Math.max(16, (int) (NEAR_CACHE / (4.0 * bands * down.most() * Math.max(1, across.step()))));
        for (int x = 0; x < target.width(); x += columns) {
            stripe(source, x, Math.min(target.width(), x + columns), from, to, rows);
        }
    }

    /** Some columns of the target: as many as the rows that they are mixed from fit into a near cache. */
    private void stripe(LinearRows source, int fromX, int toX, int from, int to, float[][] rows) {
        int left = across.lowest(fromX, toX);
        int right = across.highest(fromX, toX);
        Columns columns = columns(fromX, toX, source.isHeld() ? 0 : left);
        float[][] ring = new float[source.isHeld() ? 0 : down.most()][columns.toValue];
        int next = down.lowest(from, to);
        for (int y = from; y < to; y++) {
            for (next = Math.max(next, down.first(y)); next < down.end(y) && !source.isHeld(); next++) {
                source.row(next, left, right, ring[next % ring.length]);
            }
            columns.row(
                    y, row -> source.isHeld() ? source.whole(row, columns.mixed) : ring[row % ring.length], rows[y]);
        }
    }

    /** Behind the last row of the picture that a row of the target needs. */
    int endRow(int y) {
        return down.end(y);
    }

    /** The most rows of the picture that a row of the target needs. */
    int mostRows() {
        return down.most();
    }

    /**
     * Some columns of the target.
     *
     * @param origin the picture's column that stands at the start of the rows that will be given
     */
    Columns columns(int fromX, int toX, int origin) {
        return new Columns(fromX, toX, origin);
    }

    /** Works out rows of the target within some columns. Used by one thread. */
    final class Columns {

        private final int fromX;
        private final int toX;
        private final int origin;
        /** Which of the rows' values are used. */
        private final int fromValue;

        private final int toValue;
        private final float[][] taps = new float[down.most()][];
        private final float[] mixed;

        private Columns(int fromX, int toX, int origin) {
            this.fromX = fromX;
            this.toX = toX;
            this.origin = origin;
            this.fromValue = (across.lowest(fromX, toX) - origin) * bands;
            this.toValue = (across.highest(fromX, toX) - origin) * bands;
            this.mixed = new float[toValue];
        }

        /**
         * One row.
         *
         * @param rows the picture's, by their numbers
         * @param into a whole row of the target
         */
        void row(int y, IntFunction<float[]> rows, float[] into) {
            float[] weights = down.weights(y);
            for (int k = 0; k < weights.length; k++) {
                taps[k] = rows.apply(down.first(y) + k);
            }
            mix(taps, weights, mixed, fromValue, toValue);
            squeeze(mixed, origin, fromX, toX, into);
        }
    }

    /** One row of the target's height at the source's width. */
    private static void mix(float[][] taps, float[] weights, float[] into, int from, int to) {
        int tap = 1;
        if ((weights.length & 1) == 1) {
            WholeRows.put(taps[0], weights[0], into, from, to);
        } else {
            WholeRows.put(taps[0], weights[0], taps[1], weights[1], into, from, to);
            tap = 2;
        }
        for (; tap < weights.length; tap += 2) {
            WholeRows.add(taps[tap], weights[tap], taps[tap + 1], weights[tap + 1], into, from, to);
        }
    }

    private void squeeze(float[] row, int origin, int fromX, int toX, float[] into) {
        switch (bands) {
            case 3 -> squeeze3(row, origin, fromX, toX, into);
            case 4 -> squeeze4(row, origin, fromX, toX, into);
            default -> squeezeAny(row, origin, fromX, toX, into);
        }
    }

    /** Three bands written out: bit for bit what {@link #squeezeAny} gives. */
    void squeeze3(float[] row, int origin, int fromX, int toX, float[] into) {
        int at = fromX * 3;
        for (int x = fromX; x < toX; x++) {
            float[] weights = across.weights(x);
            int from = (across.first(x) - origin) * 3;
            float a = 0;
            float b = 0;
            float c = 0;
            for (float weight : weights) {
                a += weight * row[from];
                b += weight * row[from + 1];
                c += weight * row[from + 2];
                from += 3;
            }
            into[at++] = a;
            into[at++] = b;
            into[at++] = c;
        }
    }

    /** As {@link #squeeze3}. */
    private void squeeze4(float[] row, int origin, int fromX, int toX, float[] into) {
        int at = fromX * 4;
        for (int x = fromX; x < toX; x++) {
            float[] weights = across.weights(x);
            int from = (across.first(x) - origin) * 4;
            float a = 0;
            float b = 0;
            float c = 0;
            float d = 0;
            for (float weight : weights) {
                a += weight * row[from];
                b += weight * row[from + 1];
                c += weight * row[from + 2];
                d += weight * row[from + 3];
                from += 4;
            }
            into[at++] = a;
            into[at++] = b;
            into[at++] = c;
            into[at++] = d;
        }
    }

    /** One row at the target's width, whatever its bands. */
    void squeezeAny(float[] row, int origin, int fromX, int toX, float[] into) {
        for (int x = fromX; x < toX; x++) {
            float[] weights = across.weights(x);
            int from = (across.first(x) - origin) * bands;
            for (int band = 0; band < bands; band++) {
                float sum = 0;
                for (int k = 0; k < weights.length; k++) {
                    sum += weights[k] * row[from + k * bands + band];
                }
                into[x * bands + band] = sum;
            }
        }
    }
}
