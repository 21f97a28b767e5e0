package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/** Linear light held in memory, row by row, as {@link LinearRows} describes it. */
public final class LinearImage implements LinearRows {

    private final PixelSize size;
    private final int bands;
    private final boolean alpha;
    private final float[][] rows;

    /** Takes the rows over; they are not copied. */
    LinearImage(PixelSize size, int bands, boolean alpha, float[][] rows) {
        this.size = size;
        this.bands = bands;
        this.alpha = alpha;
        this.rows = rows;
    }

    /** A picture all of whose values stand in one array, row after row. */
    static LinearImage of(PixelSize size, int bands, boolean alpha, float[] values) {
        float[][] rows = rows(size, bands);
        for (int y = 0; y < rows.length; y++) {
            System.arraycopy(values, y * rows[y].length, rows[y], 0, rows[y].length);
        }
        return new LinearImage(size, bands, alpha, rows);
    }

    /** Rows for a picture. */
    static float[][] rows(PixelSize size, int bands) {
        return new float[size.height()][size.width() * bands];
    }

    @Override
    public PixelSize size() {
        return size;
    }

    @Override
    public int bands() {
        return bands;
    }

    @Override
    public boolean hasAlpha() {
        return alpha;
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        System.arraycopy(rows[y], fromX * bands, into, 0, (toX - fromX) * bands);
    }

    @Override
    public boolean isHeld() {
        return true;
    }

    @Override
    public float[] whole(int y, float[] room) {
        return rows[y];
    }

    /** One value. */
    public float value(int x, int y, int band) {
        return rows[y][x * bands + band];
    }
}
