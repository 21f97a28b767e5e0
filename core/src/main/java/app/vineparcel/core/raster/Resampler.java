package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;

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

    private final LinearRows source;
    private final PixelSize target;
    private final Taps across;
    private final Taps down;

    private Resampler(LinearRows source, Box crop, PixelSize target) {
        this.source = source;
        this.target = target;
        this.across = Taps.of(source.size().width(), crop.x(), crop.width(), target.width());
        this.down = Taps.of(source.size().height(), crop.y(), crop.height(), target.height());
    }

    /**
     * The shown part of a picture at another size.
     *
     * @param crop the part, in px of the source; may lie between pixels
     * @param threads how many threads may share the work
     */
    public static LinearImage resample(LinearRows source, Box crop, PixelSize target, int threads) {
        Resampler resampler = new Resampler(source, crop, target);
        float[] values = new float[Math.toIntExact(target.pixels() * source.bands())];
        RowBands.each(target.height(), threads, (from, to) -> resampler.rows(from, to, values));
        return new LinearImage(target, source.bands(), source.hasAlpha(), values);
    }

    private void rows(int from, int to, float[] values) {
        int columns =
                Math.max(16, (int) (NEAR_CACHE / (4.0 * source.bands() * down.most() * Math.max(1, across.step()))));
        for (int x = 0; x < target.width(); x += columns) {
            stripe(x, Math.min(target.width(), x + columns), from, to, values);
        }
    }

    /** Some columns of the target: as many as the rows that they are mixed from fit into a near cache. */
    private void stripe(int fromX, int toX, int from, int to, float[] values) {
        int left = across.lowest(fromX, toX);
        int right = across.highest(fromX, toX);
        int stretch = (right - left) * source.bands();
        float[][] ring = new float[down.most()][stretch];
        float[] mixed = new float[stretch];
        int next = down.lowest(from, to);
        for (int y = from; y < to; y++) {
            for (next = Math.max(next, down.first(y)); next < down.end(y); next++) {
                source.row(next, left, right, ring[next % ring.length]);
            }
            mix(ring, down.first(y), down.weights(y), mixed);
            squeeze(mixed, left, fromX, toX, values, y * target.width() * source.bands());
        }
    }

    /** One row of the target's height at the source's width. */
    private static void mix(float[][] ring, int first, float[] weights, float[] into) {
        java.util.Arrays.fill(into, 0);
        int tap = 0;
        if ((weights.length & 1) == 1) {
            WholeRows.add(ring[first % ring.length], weights[0], into);
            tap = 1;
        }
        for (; tap < weights.length; tap += 2) {
            WholeRows.add(
                    ring[(first + tap) % ring.length],
                    weights[tap],
                    ring[(first + tap + 1) % ring.length],
                    weights[tap + 1],
                    into);
        }
    }

    private void squeeze(float[] row, int left, int fromX, int toX, float[] values, int start) {
        switch (source.bands()) {
            case 3 -> squeeze3(row, left, fromX, toX, values, start + fromX * 3);
            case 4 -> squeeze4(row, left, fromX, toX, values, start + fromX * 4);
            default -> squeezeAny(row, left, fromX, toX, values, start);
        }
    }

    private void squeeze3(float[] row, int left, int fromX, int toX, float[] values, int start) {
        int at = start;
        for (int x = fromX; x < toX; x++) {
            float[] weights = across.weights(x);
            int from = (across.first(x) - left) * 3;
            float a = 0;
            float b = 0;
            float c = 0;
            for (float weight : weights) {
                a += weight * row[from];
                b += weight * row[from + 1];
                c += weight * row[from + 2];
                from += 3;
            }
            values[at++] = a;
            values[at++] = b;
            values[at++] = c;
        }
    }

    private void squeeze4(float[] row, int left, int fromX, int toX, float[] values, int start) {
        int at = start;
        for (int x = fromX; x < toX; x++) {
            float[] weights = across.weights(x);
            int from = (across.first(x) - left) * 4;
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
            values[at++] = a;
            values[at++] = b;
            values[at++] = c;
            values[at++] = d;
        }
    }

    private void squeezeAny(float[] row, int left, int fromX, int toX, float[] values, int start) {
        int bands = source.bands();
        for (int x = fromX; x < toX; x++) {
            float[] weights = across.weights(x);
            int from = (across.first(x) - left) * bands;
            for (int band = 0; band < bands; band++) {
                float sum = 0;
                for (int k = 0; k < weights.length; k++) {
                    sum += weights[k] * row[from + k * bands + band];
                }
                values[start + x * bands + band] = sum;
            }
        }
    }
}
