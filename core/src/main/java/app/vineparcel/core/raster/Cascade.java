package app.vineparcel.core.raster;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.List;

/**
 * Several sizes of a picture, worked out in one pass over its rows: each row, of the picture and of its halvings, is made once, goes while it is near to
 * everything that needs it, and is then forgotten. The values are those of {@link Pyramid#resample}. Used by one thread.
 */
final class Cascade {

    private static final int ROWS_A_CHECK = 64;

    private final LinearRows base;
    private final List<Level> levels = new ArrayList<>();

    private Cascade(LinearRows base) {
        this.base = base;
        levels.add(new Level(base.size()));
    }

    /** A size at a level of the pyramid. */
    record Wanted(int level, Pyramid.Sized sized) {}

    /** All that is wanted, in the same order. */
    static List<LinearImage> of(LinearRows base, List<Wanted> wanted) {
        Cascade cascade = new Cascade(base);
        List<LinearImage> sizes = new ArrayList<>();
        wanted.forEach(one -> sizes.add(cascade.add(one)));
        cascade.run();
        return sizes;
    }

    private LinearImage add(Wanted wanted) {
        while (levels.size() <= wanted.level()) {
            Level above = levels.get(levels.size() - 1);
            levels.add(above.halved());
        }
        return levels.get(wanted.level()).resampled(wanted.sized().on(wanted.level()));
    }

    private void run() {
        Level whole = levels.get(0);
        whole.begin();
        for (int y = 0; y < base.size().height(); y++) {
            if (y % ROWS_A_CHECK == 0) {
                WorkBudget.check();
            }
            base.row(y, 0, base.size().width(), whole.slot());
            whole.filled();
        }
    }

    /** What a level's rows go to: makes the rows that it can, each in turn. */
    private interface Taker {

        /** The most rows of the level that one of its own needs. */
        int mostRows();

        /** Rows 0 to before this one of the level have come. */
        void come(int end);
    }

    /** The picture at a size, as far as its rows are still needed. */
    private final class Level {

        private final PixelSize size;
        private final List<Taker> takers = new ArrayList<>();
        private float[][] ring = new float[0][];
        private int end;

        Level(PixelSize size) {
            this.size = size;
        }

        void begin() {
            int most = takers.stream().mapToInt(Taker::mostRows).max().orElse(1);
            ring = new float[most][size.width() * base.bands()];
        }

        /** Where the next row goes. */
        float[] slot() {
            return ring[end % ring.length];
        }

        private float[] row(int y) {
            return ring[y % ring.length];
        }

        /** The next row has come. */
        void filled() {
            end++;
            takers.forEach(taker -> taker.come(end));
        }

        LinearImage resampled(Pyramid.Sized sized) {
            Resampler resampler = new Resampler(size, base.bands(), sized.crop(), sized.target());
            Resampler.Columns columns = resampler.columns(0, sized.target().width(), 0);
            float[][] rows = LinearImage.rows(sized.target(), base.bands());
            takers.add(new Taker() {
                private int next;

                @Override
                public int mostRows() {
                    return resampler.mostRows();
                }

                @Override
                public void come(int end) {
                    for (; next < rows.length && resampler.endRow(next) <= end; next++) {
                        columns.row(next, Level.this::row, rows[next]);
                    }
                }
            });
            return new LinearImage(sized.target(), base.bands(), base.hasAlpha(), rows);
        }

        Level halved() {
            Halving halving = new Halving(size, base.bands());
            Level half = new Level(Halving.half(size));
            Halving.Columns columns = halving.columns(0, half.size.width(), 0);
            takers.add(new Taker() {

                @Override
                public int mostRows() {
                    half.begin();
                    return Halving.TAPS;
                }

                @Override
                public void come(int end) {
                    while (half.end < half.size.height() && halving.endRow(half.end) <= end) {
                        columns.row(half.end, Level.this::row, half.slot());
                        half.filled();
                    }
                }
            });
            return half;
        }
    }
}
