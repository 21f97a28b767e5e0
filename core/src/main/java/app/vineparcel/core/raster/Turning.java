package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;

/** Turns stored pixels upright, as their EXIF orientation asks. Moves samples, changes none. */
public final class Turning {

    private static final int TILE = 32;

    private Turning() {}

    /** The picture as it is meant to be seen. Upright pictures come back as they are. */
    public static Pixels upright(Pixels stored, Orientation orientation) {
        if (orientation == Orientation.TOP_LEFT) {
            return stored;
        }
        PixelSize seen = orientation.seen(stored.size());
        int bands = stored.bands();
        if (stored.depth() == 8) {
            byte[] turned = new byte[stored.bytes().length];
            move(stored, seen, orientation, (from, step, to, count) -> {
                if (bands == 3) {
                    threes(stored.bytes(), from, step, turned, to, count);
                } else {
                    singles(stored.bytes(), from, step, turned, to, count, bands);
                }
            });
            return Pixels.of8(seen, bands, stored.hasAlpha(), turned);
        }
        short[] turned = new short[stored.shorts().length];
        move(
                stored,
                seen,
                orientation,
                (from, step, to, count) -> singles(stored.shorts(), from, step, turned, to, count, bands));
        return Pixels.of16(seen, bands, stored.hasAlpha(), turned);
    }

    @FunctionalInterface
    private interface Move {
        /**
         * Moves pixels that come to stand side by side.
         *
         * @param from the first sample of the first of them
         * @param step samples from one to the next
         * @param to where its first sample goes
         */
        void pixels(int from, int step, int to, int count);
    }

    /** In square tiles, so that neither the rows read nor the rows written fall out of the cache. */
    private static void move(Pixels stored, PixelSize seen, Orientation orientation, Move move) {
        for (int top = 0; top < seen.height(); top += TILE) {
            for (int left = 0; left < seen.width(); left += TILE) {
                int count = Math.min(TILE, seen.width() - left);
                for (int y = top; y < Math.min(top + TILE, seen.height()); y++) {
                    int from = place(stored, orientation, left, y);
                    int step = place(stored, orientation, left + 1, y) - from;
                    move.pixels(from, step, (y * seen.width() + left) * stored.bands(), count);
                }
            }
        }
    }

    /** The first sample of the pixel that is seen there. */
    private static int place(Pixels stored, Orientation orientation, int x, int y) {
        PixelSize size = stored.size();
        return (orientation.storedY(x, y, size) * size.width() + orientation.storedX(x, y, size)) * stored.bands();
    }

    private static void threes(byte[] stored, int from, int step, byte[] turned, int to, int count) {
        for (int i = 0, at = from, into = to; i < count; i++, at += step, into += 3) {
            turned[into] = stored[at];
            turned[into + 1] = stored[at + 1];
            turned[into + 2] = stored[at + 2];
        }
    }

    private static void singles(byte[] stored, int from, int step, byte[] turned, int to, int count, int bands) {
        for (int i = 0; i < count; i++) {
            for (int band = 0; band < bands; band++) {
                turned[to + i * bands + band] = stored[from + i * step + band];
            }
        }
    }

    private static void singles(short[] stored, int from, int step, short[] turned, int to, int count, int bands) {
        for (int i = 0; i < count; i++) {
            for (int band = 0; band < bands; band++) {
                turned[to + i * bands + band] = stored[from + i * step + band];
            }
        }
    }
}
