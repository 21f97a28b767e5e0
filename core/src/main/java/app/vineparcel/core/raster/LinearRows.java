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
}
