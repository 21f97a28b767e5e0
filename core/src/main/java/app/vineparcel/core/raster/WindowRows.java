package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/** A rectangle of another picture's rows; what is not asked for is never worked out. */
public final class WindowRows implements LinearRows {

    private final LinearRows source;
    private final int left;
    private final int top;
    private final PixelSize size;

    /**
     * A window that lies within the picture.
     *
     * @param left the window's first column, px
     * @param top the window's first row, px
     */
    public WindowRows(LinearRows source, int left, int top, PixelSize size) {
        if (left < 0
                || top < 0
                || left + size.width() > source.size().width()
                || top + size.height() > source.size().height()) {
            throw new IllegalArgumentException(
                    "%s at %d, %d is not within %s".formatted(size, left, top, source.size()));
        }
        this.source = source;
        this.left = left;
        this.top = top;
        this.size = size;
    }

    @Override
    public PixelSize size() {
        return size;
    }

    @Override
    public int bands() {
        return source.bands();
    }

    @Override
    public boolean hasAlpha() {
        return source.hasAlpha();
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        source.row(top + y, left + fromX, left + toX, into);
    }
}
