package app.vineparcel.core.raster;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.List;

/**
 * Several sizes of a picture, worked out in one pass over its rows: of its halvings only those rows are held that something still needs. The values are
 * those of {@link Pyramid#resample}. Used by one thread.
 */
final class Cascade {

    /** Rows of the first halving that are made at once, since columns go by stripes there. */
    private static final int CHUNK = 64;

    private final LinearRows base;
    /** The first halving, the second, … */
    private final List<Level> levels = new ArrayList<>();

    private Cascade(LinearRows base) {
        this.base = base;
        levels.add(new Level(Halving.half(base.size())));
    }

    /**
     * A size at a level of the pyramid.
     *
     * @param level 1 for the first halving
     */
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
        while (levels.size() < wanted.level()) {
            levels.add(levels.get(levels.size() - 1).halved());
        }
        return levels.get(wanted.level() - 1).resampled(wanted.sized().on(wanted.level()));
    }

    private void run() {
        Level first = levels.get(0);
        first.begin(CHUNK);
        List<Halving.Stripe> stripes = new Halving(base.size(), base.bands()).stripes(base);
        for (int y = 0; y < first.size.height(); y += CHUNK) {
            WorkBudget.check();
            int to = Math.min(first.size.height(), y + CHUNK);
            for (Halving.Stripe stripe : stripes) {
                stripe.rows(y, to, first::row);
            }
            first.come(to);
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

        /** With room for so many rows more than are needed together. */
        void begin(int more) {
            int most = takers.stream().mapToInt(Taker::mostRows).max().orElse(0);
            ring = new float[most + more][size.width() * base.bands()];
        }

        /** Where a row is, or goes. */
        float[] row(int y) {
            return ring[y % ring.length];
        }

        /** Rows 0 to before this one have come. */
        void come(int to) {
            for (; end < to; end++) {
                int come = end + 1;
                takers.forEach(taker -> taker.come(come));
            }
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
                    half.begin(1);
                    return Halving.TAPS;
                }

                @Override
                public void come(int end) {
                    while (half.end < half.size.height() && halving.endRow(half.end) <= end) {
                        columns.row(half.end, Level.this::row, half.row(half.end));
                        half.come(half.end + 1);
                    }
                }
            });
            return half;
        }
    }
}
