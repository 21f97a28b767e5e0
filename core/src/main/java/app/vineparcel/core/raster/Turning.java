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
        if (stored.depth() == 8) {
            byte[] turned = new byte[stored.bytes().length];
            move(
                    stored,
                    seen,
                    orientation,
                    (from, to) -> System.arraycopy(stored.bytes(), from, turned, to, stored.bands()));
            return Pixels.of8(seen, stored.bands(), stored.hasAlpha(), turned);
        }
        short[] turned = new short[stored.shorts().length];
        move(
                stored,
                seen,
                orientation,
                (from, to) -> System.arraycopy(stored.shorts(), from, turned, to, stored.bands()));
        return Pixels.of16(seen, stored.bands(), stored.hasAlpha(), turned);
    }

    @FunctionalInterface
    private interface Move {
        void pixel(int from, int to);
    }

    /** In square tiles, so that neither the rows read nor the rows written fall out of the cache. */
    private static void move(Pixels stored, PixelSize seen, Orientation orientation, Move move) {
        int width = stored.size().width();
        for (int top = 0; top < seen.height(); top += TILE) {
            for (int left = 0; left < seen.width(); left += TILE) {
                for (int y = top; y < Math.min(top + TILE, seen.height()); y++) {
                    for (int x = left; x < Math.min(left + TILE, seen.width()); x++) {
                        int from = orientation.storedY(x, y, stored.size()) * width
                                + orientation.storedX(x, y, stored.size());
                        move.pixel(from * stored.bands(), (y * seen.width() + x) * stored.bands());
                    }
                }
            }
        }
    }
}
