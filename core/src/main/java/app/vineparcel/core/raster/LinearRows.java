package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/**
 * A picture as rows of linear light: interleaved floats, 1 for full light, colour premultiplied by alpha, alpha last. Rows may
 * be asked for in any order and from several threads.
 */
public interface LinearRows {

    PixelSize size();

    /** Values a pixel, alpha included. */
    int bands();

    /** Whether the last band is alpha. */
    boolean hasAlpha();

    /**
     * Writes a stretch of one row.
     *
     * @param y the row
     * @param fromX the first column
     * @param toX behind the last column
     * @param into gets {@code (toX - fromX) * bands()} values from index 0 on
     */
    void row(int y, int fromX, int toX, float[] into);

    /** Whether rows lie in memory, so that {@link #whole} costs nothing. */
    default boolean isHeld() {
        return false;
    }

    /**
     * A whole row: the picture's own where it is held, else worked out.
     *
     * @param room for a row, where none is held
     * @return not to be changed
     */
    default float[] whole(int y, float[] room) {
        row(y, 0, size().width(), room);
        return room;
    }
}
