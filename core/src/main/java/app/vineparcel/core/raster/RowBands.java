package app.vineparcel.core.raster;

import app.vineparcel.core.WorkBudget;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Splits the rows of a picture among threads. Every row is computed on its own, so the result does not depend on the split. */
public final class RowBands {

    private static final int LEAST_ROWS = 16;
    private static final int ROWS_A_CHECK = 1024;

    private RowBands() {}

    /** Work on the rows from the first to before the second. */
    @FunctionalInterface
    public interface Work {
        void rows(int from, int to);
    }

    /** Does the work for all rows, on up to so many threads, and returns when all is done. */
    public static void each(int rows, int threads, Work work) {
        each(rows, threads, LEAST_ROWS, work);
    }

    /**
     * The same for rows of which few are much work.
     *
     * @param leastRows no thread is asked for fewer
     */
    public static void each(int rows, int threads, int leastRows, Work work) {
        int bands = Math.max(1, Math.min(threads, rows / leastRows));
        WorkBudget budget = WorkBudget.here();
        if (bands == 1) {
            some(0, rows, work, budget);
            return;
        }
        IntStream.range(0, bands)
                .parallel()
                .forEach(band -> some(edge(rows, band, bands), edge(rows, band + 1, bands), work, budget));
    }

    private static void some(int from, int to, Work work, @Nullable WorkBudget budget) {
        for (int next = from; next < to; next += ROWS_A_CHECK) {
            if (budget != null) {
                budget.checkTime();
            }
            work.rows(next, Math.min(to, next + ROWS_A_CHECK));
        }
    }

    private static int edge(int rows, int band, int bands) {
        return (int) ((long) rows * band / bands);
    }
}
