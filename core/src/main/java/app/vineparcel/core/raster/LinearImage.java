package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/** Linear light held in memory, as {@link LinearRows} describes it. */
public final class LinearImage implements LinearRows {

    private final PixelSize size;
    private final int bands;
    private final boolean alpha;
    private final float[] values;

    /** Takes the values over; they are not copied. */
    LinearImage(PixelSize size, int bands, boolean alpha, float[] values) {
        this.size = size;
        this.bands = bands;
        this.alpha = alpha;
        this.values = values;
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
        System.arraycopy(values, (y * size.width() + fromX) * bands, into, 0, (toX - fromX) * bands);
    }

    /** One value. */
    public float value(int x, int y, int band) {
        return values[(y * size.width() + x) * bands + band];
    }
}
