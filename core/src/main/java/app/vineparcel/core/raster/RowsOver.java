package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/** Rows that are another picture's rows with something done to them, one by one as they are asked for; size and bands stay. */
public abstract class RowsOver implements LinearRows {

    /** What lies below. */
    protected final LinearRows source;

    /** Over another picture. */
    protected RowsOver(LinearRows source) {
        this.source = source;
    }

    @Override
    public final PixelSize size() {
        return source.size();
    }

    @Override
    public final int bands() {
        return source.bands();
    }

    @Override
    public final boolean hasAlpha() {
        return source.hasAlpha();
    }
}
