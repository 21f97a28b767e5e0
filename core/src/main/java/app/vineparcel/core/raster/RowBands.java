package app.vineparcel.core.raster;

import java.util.stream.IntStream;

/** Splits the rows of a picture among threads. Every row is computed on its own, so the result does not depend on the split. */
public final class RowBands {

    private static final int LEAST_ROWS = 16;

    private RowBands() {}

    /** Work on the rows from the first to before the second. */
    @FunctionalInterface
    public interface Work {
        void rows(int from, int to);
    }

    /** Does the work for all rows, on up to so many threads, and returns when all is done. */
    public static void each(int rows, int threads, Work work) {
        int bands = Math.max(1, Math.min(threads, rows / LEAST_ROWS));
        if (bands == 1) {
            work.rows(0, rows);
            return;
        }
        IntStream.range(0, bands)
                .parallel()
                .forEach(band -> work.rows(edge(rows, band, bands), edge(rows, band + 1, bands)));
    }

    private static int edge(int rows, int band, int bands) {
        return (int) ((long) rows * band / bands);
    }
}
